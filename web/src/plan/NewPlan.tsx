import { Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuid } from 'uuid'
import { noConeEdits, planDraftSchema, planSchema, type DayView, type PlanDraft } from '@ochote/contracts'
import { markerSchemesQuery, vehicleTypesQuery } from '../api/queries'
import { request } from '../api/request'
import { SelectField } from '../forms/SelectField'
import { TextLine } from '../forms/TextLine'
import { RecordDialog } from '../records/RecordDialog'
import { useRecordSave } from '../records/useRecordSave'
import { useTyped } from '../records/useTyped'

interface NewPlanProps {
  day: DayView
  onOpen: (planId: string) => void
  onClose: () => void
}

/** Where a first plan starts: well inside the grip, on a dry day without wind. Everything can be changed on the plan. */
const START: Omit<PlanDraft, 'name' | 'vehicleTypeId' | 'markerSchemeId'> = {
  setup: {
    pace: { lateral: 0.7, brake: 0.65, drive: 0.75 },
    brakingSchool: 'separate',
    lineSchool: 'late-apex',
    insideMarginM: 0.5,
    outsideMarginM: 0.7,
    conditions: { grip: 1, rubberedGrip: 1, airDensity: 1.22, windMps: 0, windFromDeg: 0 },
  },
  firstSession: true,
  coneEdits: noConeEdits,
  priorityOverrides: [],
  unsafeAnswers: [],
}

/** Until something is chosen, the first of each is offered. */
const nothingChosen: { typeId: string | null; schemeId: string | null; named: string | null } = {
  typeId: null,
  schemeId: null,
  named: null,
}

/** Makes a plan for a day from its circuit and a vehicle type. */
export function NewPlan({ day, onOpen, onClose }: NewPlanProps) {
  const types = useQuery(vehicleTypesQuery).data ?? day.vehicleTypes
  const schemes = useQuery(markerSchemesQuery).data ?? day.markerSchemes
  const [id] = useState(() => uuid())
  const form = useTyped(`new plan ${day.id}`, nothingChosen, 0)
  const { typeId, schemeId, named } = form.typed
  const type = types.find((t) => t.id === typeId) ?? types[0]
  const scheme = schemes.find((s) => s.id === schemeId) ?? schemes[0]
  const name = named ?? (type ? `${type.vehicle.name}, first session`.slice(0, 80) : '')
  const state = useRecordSave({
    ...{ path: `/api/plans/${id}`, version: 0, before: null },
    nameOf: (draft: PlanDraft) => `The plan “${draft.name}”`,
    put: (draft) => request(planSchema, '/api/plans', { method: 'POST', body: { id, dayId: day.id, draft } }),
    versionOf: (stored) => stored.version,
    queryKeys: [['days', day.id]],
    onDone: () => {
      form.drop()
      onClose()
      onOpen(id)
    },
  })
  const read = planDraftSchema.safeParse({ ...START, name, vehicleTypeId: type?.id, markerSchemeId: scheme?.id })
  return (
    <RecordDialog
      title="New plan"
      what="plan"
      form={form}
      draft={read.success ? read.data : null}
      state={state}
      makeWord="Create"
      onClose={onClose}
    >
      <SelectField
        label="Vehicle type"
        required
        value={type?.id ?? ''}
        options={types.map((t) => ({ id: t.id, name: t.vehicle.name }))}
        none="There is no vehicle type yet. Add one on the shelf, under Vehicles."
        onChange={(typeId) => form.set({ typeId })}
      />
      <SelectField
        label="Marker scheme"
        required
        value={scheme?.id ?? ''}
        options={schemes}
        none="There is no marker scheme yet. Add one on the shelf, under Marker schemes."
        onChange={(schemeId) => form.set({ schemeId })}
      />
      <TextLine label="Name" required value={name} most={80} onText={(named) => form.set({ named })} />
      <Typography variant="body2" color="text.secondary">
        It starts as a first session in the dry: 70 % of the grip in corners, 65 % under braking, 75 % under power. Change that under Plan,
        and make variants of it for the wet or for the next step.
      </Typography>
    </RecordDialog>
  )
}
