import { join } from 'node:path'
import { ESLint } from 'eslint'
import { describe, expect, it } from 'vitest'

const root = join(import.meta.dirname, '..')

/** Lints one line as if it stood in an existing file. */
async function banned(file: string, line: string): Promise<boolean> {
  const eslint = new ESLint({
    cwd: root,
    ruleFilter: ({ ruleId }) => ruleId === '@typescript-eslint/no-restricted-imports',
  })
  const [result] = await eslint.lintText(`${line}\n`, { filePath: join(root, file) })
  return result?.messages.some((m) => m.ruleId === '@typescript-eslint/no-restricted-imports') ?? false
}

describe('the direction of imports', () => {
  it.each([
    ['core/src/geometry/track.ts', "import { readFileSync } from 'node:fs'"],
    ['core/src/geometry/track.ts', "import { speedAlong } from '../speed/speedAlong'"],
    ['core/src/speed/speedAlong.ts', "import { useState } from 'react'"],
    ['core/src/line/chooseLine.ts', "import { setupSchema } from '@ochote/contracts'"],
    ['core/src/plan/solvePlan.ts', "import { driveLap } from '../simulator/driveLap'"],
    ['core/src/whatIf/whatIf.ts', "import { solvePlan } from '../plan/solvePlan'"],
    ['contracts/src/setup.ts', "import { solvePlan } from '@ochote/core'"],
    ['server/src/app.ts', "import React from 'react'"],
    ['server/src/app.ts', "import { driveLap } from '@ochote/core/simulator'"],
    ['web/src/main.tsx', "import knex from 'knex'"],
    ['web/src/plan/PlanPage.tsx', "import { Seat } from '../run/Seat'"],
    ['web/src/plan/compare/ComparePage.tsx', "import { Seat } from '../../run/Seat'"],
    ['web/src/plan/PlanPage.tsx', "import { LeadPage } from '../run/lead/LeadPage'"],
    ['web/src/ribbon/Ribbon.tsx', "import { Seat } from '../run/Seat'"],
    ['web/src/ribbon/Ribbon.tsx', "import type { LeadPage } from '../run/lead/LeadPage'"],
    ['web/src/ribbon/Ribbon.tsx', "import { TrackMap } from '../trackMap/TrackMap'"],
    ['web/src/api/queries.ts', "import { useStintLogs } from '../stintLog/useStintLogs'"],
    ['server/src/days/dayRoutes.ts', "import knex from 'knex'"],
    ['server/src/days/dayRoutes.ts', "import type { Knex } from 'knex'"],
    ['server/src/plans/storePlanVersion.ts', "import knex from 'knex'"],
    ['server/src/loggers/simulatedDrive.ts', "import knex from 'knex'"],
    ['core/src/geometry/track.ts', "import { speedAlong } from '../speed/nested/speedAlong'"],
    ['core/src/geometry/track.ts', "import { speedAlong } from '../../speed/speedAlong'"],
    ['cli/src/main.ts', "import express from 'express'"],
  ])('%s may not %s', async (file, line) => {
    expect(await banned(file, line)).toBe(true)
  })

  it.each([
    ['core/src/line/chooseLine.ts', "import type { Setup } from '@ochote/contracts'"],
    ['core/src/speed/speedAlong.ts', "import { forcesAlong } from '../vehicle/forces'"],
    ['web/src/plan/PlanPage.tsx', "import { Ribbon } from '../ribbon/Ribbon'"],
    ['web/src/plan/compare/ComparePage.tsx', "import { Ribbon } from '../../ribbon/Ribbon'"],
    ['web/src/trackMap/TrackMap.tsx', "import { allSamples } from '../ribbon/ribbonScales'"],
    ['server/src/days/dayRepository.ts', "import knex from 'knex'"],
  ])('%s may %s', async (file, line) => {
    expect(await banned(file, line)).toBe(false)
  })
})
