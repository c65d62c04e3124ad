import express, { Router, type Request } from 'express'
import { z } from 'zod'
import {
  columnMeaningsSchema,
  LARGEST_RECORDING,
  LARGEST_SOUND,
  neverSchema,
  recordingSaveSchema,
  recordingSchema,
  recordingTakenSchema,
  recordingUploadSchema,
  reviewSaveSchema,
  reviewSchema,
  soundSchema,
  soundTypes,
  type StoredRecording,
} from '@ochote/contracts'
import { gunzipSync } from 'node:zlib'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { archiveRoutes, whichListed } from '../http/archiveRoutes'
import { asStored } from '../http/asStored'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { StreamStore } from './streamStore'
import { headersHash, readAgain, takeRecording } from './takeRecording'

const params = z.object({ recordingId: z.uuid() })
const listQuery = z.object({ dayId: z.uuid().optional(), stintId: z.uuid().optional(), studentId: z.uuid().optional() })
const meaningsInput = z.object({ headers: z.array(z.string().max(200)).max(500), meanings: columnMeaningsSchema })
const soundParams = z.object({ soundId: z.uuid() })
const neverQuery = z.object({ studentId: z.uuid(), circuitId: z.uuid() })

/** Ends with the request, so that someone who goes away costs nothing more. */
function untilClosed(req: Request): AbortSignal {
  const gone = new AbortController()
  req.res?.on('close', () => gone.abort())
  return gone.signal
}

/** Recorded laps: files as they come, what was read of them, whose they are, and their reviews. */
export function recordingRoutes(all: Repositories, pool: ComputePool, streams: StreamStore, now: () => Date): Router {
  const { recordings } = all
  const stored = async (input: unknown): Promise<StoredRecording> => {
    const { recordingId } = parseInput(params, input)
    const recording = await recordings.find(recordingId)
    if (!recording) throw notFound(`Recording ${recordingId}`)
    return recording
  }
  /** The day of a stint; throws where there is no such stint. */
  const dayOfStint = async (stintId: string): Promise<string> => {
    const view = await all.stints.find(stintId)
    if (!view) throw invalidInput([{ field: 'stintId', found: stintId, expected: 'a stint that is stored' }])
    return view.stint.dayId
  }
  const checkStudent = async (studentId: string | null) => {
    if (studentId !== null && !(await all.people.find(studentId)))
      throw invalidInput([{ field: 'studentId', found: studentId, expected: 'a person who is stored' }])
  }
  return Router()
    .use(archiveRoutes('Recording', recordings.setArchived))
    .get('/', async (req, res) => {
      const { dayId, stintId, studentId } = parseInput(listQuery, req.query)
      await streams.readSoFar({ dayId, stintId })
      const of = stintId ? { stintId } : dayId ? { dayId } : studentId ? { studentId } : ({ unattached: true } as const)
      answer(res, z.array(recordingSchema), await recordings.list(of, whichListed({ archived: req.query.archived })))
    })
    .post('/', express.raw({ type: () => true, limit: LARGEST_RECORDING }), async (req, res) => {
      const { id, name, dayId, stintId, studentId, modifiedMs } = parseInput(recordingUploadSchema, req.query)
      const bytes = Buffer.isBuffer(req.body) ? new Uint8Array(req.body) : new Uint8Array()
      if (bytes.length === 0) throw invalidInput([{ field: name, found: 'an empty file', expected: 'recorded laps (CSV or GPX)' }])
      const ofDay = stintId ? await dayOfStint(stintId) : (dayId ?? null)
      const day = ofDay === null ? null : ((await all.days.find(ofDay)) ?? null)
      if (ofDay !== null && !day) throw notFound(`Day ${ofDay}`)
      await checkStudent(studentId ?? null)
      const incoming = { id, source: 'file' as const, name, bytes, day, stintId: stintId ?? null, studentId: studentId ?? null }
      const gone = untilClosed(req)
      try {
        const taken = await takeRecording(all, pool, now(), { ...incoming, endedAboutMs: modifiedMs ?? null }, gone)
        answer(res, recordingTakenSchema, taken, taken.isNew ? 201 : 200)
      } catch (error) {
        if (!gone.aborted) throw error // who has gone away hears nothing, and nothing was stored
      }
    })
    .put('/meanings', async (req, res) => {
      const { headers, meanings } = parseInput(meaningsInput, req.body)
      await recordings.rememberMeanings(headersHash(headers), meanings)
      answer(res, columnMeaningsSchema, meanings)
    })
    .get('/never', async (req, res) => {
      const { studentId, circuitId } = parseInput(neverQuery, req.query)
      answer(res, z.array(neverSchema), await recordings.neverOf(studentId, circuitId))
    })
    .get('/:recordingId', async (req, res) => {
      answer(res, recordingSchema, await stored(req.params))
    })
    .get('/:recordingId/columns', async (req, res) => {
      const { id } = await stored(req.params)
      const columns = await recordings.bytes(id, 'columns')
      if (!columns) throw notFound(`The columns of recording ${id}`)
      // packed here once; the browser unpacks them on the way in
      res.set({ 'content-type': 'application/octet-stream', 'content-encoding': 'gzip', 'cache-control': 'no-transform' }).end(columns)
    })
    .get('/:recordingId/file', async (req, res) => {
      const { id, fileName, source } = await stored(req.params)
      const file = await recordings.bytes(id, 'file')
      if (!file) throw notFound(`The file of recording ${id}`)
      res.attachment(source === 'logger' ? `${fileName}.jsonl` : fileName).type('application/octet-stream')
      res.set({ 'content-encoding': 'gzip', 'cache-control': 'no-transform' }).end(file)
    })
    .put('/:recordingId', async (req, res) => {
      const before = await stored(req.params)
      const { owner, fromVersion } = parseInput(recordingSaveSchema, req.body)
      const dayId = owner.stintId === null ? before.dayId : await dayOfStint(owner.stintId)
      await checkStudent(owner.studentId)
      const saved = await recordings.saveOwner(before, owner, dayId, fromVersion)
      const current = await stored(req.params)
      if (saved === 'conflict') throw conflict('The recording', current.version)
      answer(res, recordingSchema, current)
    })
    .post('/:recordingId/read', async (req, res) => {
      const before = await stored(req.params)
      const file = await recordings.bytes(before.id, 'file')
      if (!file) throw notFound(`The file of recording ${before.id}`)
      answer(res, recordingSchema, await readAgain(all, pool, before, new Uint8Array(gunzipSync(file))))
    })
    .get('/:recordingId/review', async (req, res) => {
      answer(res, reviewSchema, await recordings.review((await stored(req.params)).id))
    })
    .put('/:recordingId/review', async (req, res) => {
      const { id } = await stored(req.params)
      const { review, fromVersion } = parseInput(reviewSaveSchema, req.body)
      const before = await recordings.review(id)
      const { review: sent } = req.body as { review: { notes: readonly unknown[] } }
      const notes = review.notes.map((note, k) => asStored(note, sent.notes[k], before.notes.find((one) => one.id === note.id) ?? null))
      const saved = await recordings.saveReview(id, { ...review, notes }, fromVersion)
      const current = await recordings.review(id)
      if (saved === 'conflict') throw conflict('The review', current.version)
      answer(res, reviewSchema, current)
    })
    .post('/:recordingId/sounds/:soundId', express.raw({ type: [...soundTypes], limit: LARGEST_SOUND }), async (req, res) => {
      const { id } = await stored(req.params)
      const { soundId } = parseInput(soundParams, req.params)
      const type = soundTypes.find((name) => req.is(name))
      if (!type || !Buffer.isBuffer(req.body) || req.body.length === 0)
        throw invalidInput([
          { field: 'the sound', found: req.get('content-type') ?? 'nothing', expected: `one of ${soundTypes.join(', ')}` },
        ])
      await recordings.addSound(soundId, id, type, req.body)
      answer(res, soundSchema, { id: soundId }, 201)
    })
    .get('/:recordingId/sounds/:soundId', async (req, res) => {
      const { id } = await stored(req.params)
      const { soundId } = parseInput(soundParams, req.params)
      const found = await recordings.sound(soundId, id)
      if (!found) throw notFound(`The sound ${soundId}`)
      res.type(found.type).end(found.sound)
    })
}
