import type { CallLanguage } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { circuitDocument, accepted, circlePoints, position } from '../../fixtures/circuits'
import { givenSolution } from '../../fixtures/givenSolution'
import { plainMarks } from '../../fixtures/plainMarks'
import { circuitFromDocument } from '../files/readCircuit'
import { placeFeatures } from '../geometry/placedFeatures'
import { sampleTrack } from '../geometry/track'
import { durationS } from './chooseCalls'
import { callOptionsOf } from './callOptions'
import { planCalls } from './planCalls'
import { placeWords } from './placeWords'
import { defaultCalls } from './defaultCalls'

const german: CallLanguage = {
  language: 'de',
  unit: 'm',
  phrases: {
    left: 'links',
    right: 'rechts',
    now: 'jetzt',
    at: 'an {mark}',
    before: '{m} m vor {mark}',
    past: '{m} m nach {mark}',
    halfway: 'zwischen Tafel {mark} und {next}',
    fromStart: '{m} m nach Start',
    oneCone: 'der {colour}',
    cones: 'die {count} {colour}',
    boardMark: 'Tafel {colour}',
    plainCone: 'Hütchen {duty}',
  },
  numbers: ['eins', 'zwei', 'drei', 'vier', 'fünf', 'sechs'],
  marks: { board: 'Tafel {name}', gate: 'dem Tor' },
  calls: {
    'up a gear': { long: 'Hochschalten {place}', normal: 'Hochschalten', short: 'Hoch' },
    lift: { long: 'Gas weg {place}', normal: 'Gas weg', short: 'Weg' },
    brake: { long: 'Bremsen {place}', normal: 'Bremsen, fest', short: 'Brems' },
    turn: { long: 'Einlenken {side}', normal: 'Lenken {side}', short: 'Lenk' },
    squeeze: { long: 'Gas sanft auf', normal: 'Gas sanft', short: 'Gas' },
    'let it out': { long: 'Raustragen lassen', normal: 'Raus lassen', short: 'Raus' },
  },
}

/** A circle of 300 m radius with a landmark at the station 0 m side. */
function withLandmark(properties: Record<string, unknown>) {
  const feature = {
    type: 'Feature',
    properties: { role: 'landmark', ...properties },
    geometry: { type: 'Point', coordinates: position(306, 0) },
  }
  return sampleTrack(accepted(circuitFromDocument(circuitDocument({ points: circlePoints(300, 24), features: [feature] }))))
}

describe('places in a school’s own words', () => {
  it.each([
    { kind: 'board', name: '100', at: 0, words: 'an Tafel 100' },
    { kind: 'board', name: '100', at: 20, words: '20 m nach Tafel 100' },
    { kind: 'gate', name: undefined, at: -30, words: '30 m vor dem Tor' },
    { kind: 'tree', name: 'die Eiche', at: 12, words: '12 m nach die Eiche' },
    { kind: 'gate', name: undefined, at: 600, words: '600 m nach Start' },
  ])('$words', ({ kind, name, at, words }) => {
    const track = withLandmark({ kind, ...(name ? { name } : {}) })
    expect(placeWords(track, placeFeatures(track).landmarks, at < 0 ? track.lengthM + at : at, german)).toBe(words)
  })

  it('have their numbers written as the language writes them, in the school’s unit', () => {
    const track = withLandmark({ kind: 'gate' })
    expect(placeWords(track, placeFeatures(track).landmarks, 1200, { ...german })).toBe('1.200 m nach Start')
    expect(
      placeWords(track, placeFeatures(track).landmarks, 1200, {
        ...defaultCalls,
        unit: 'yd',
        phrases: { ...defaultCalls.phrases, fromStart: '{m} yd from the start' },
      }),
    ).toBe('1,312 yd from the start')
  })
})

describe('calls', () => {
  const marked = plainMarks(givenSolution())

  it('leave unsaid what the language has no words for', () => {
    const verbs = (language?: CallLanguage) => new Set(Object.values(callOptionsOf(marked, language).about).map((c) => c.verb))
    expect(verbs(german).has('eyes')).toBe(false)
    expect(verbs().has('eyes')).toBe(true)
  })

  it('are said in the school’s language throughout', () => {
    for (const { words } of callOptionsOf(marked, german).options)
      expect(words.long).toMatch(/^(Hochschalten|Gas|Bremsen|Einlenken|Raustragen) /)
    const turn = callOptionsOf(marked, german).options.find((o) => o.id.endsWith('-turn'))!
    expect(turn.words.long).toMatch(/^Einlenken (links|rechts)$/)
  })

  it('fade: what was right twice running is not called, but for slowing down, said short', () => {
    const all = planCalls(marked)
    const brake = all.calls.find((c) => c.id.endsWith('-brake'))!
    const turn = callOptionsOf(marked).options.find((o) => o.id.endsWith('-turn'))!
    const faded = planCalls(marked, {
      correctStreaks: new Map([
        [brake.id, 2],
        [turn.id, 2],
      ]),
    })
    expect(faded.calls.find((c) => c.id === brake.id)!.wording).toBe('long') // the only wording left is its shortest
    expect(faded.calls.find((c) => c.id === brake.id)!.text.split(' ')).toHaveLength(1)
    expect(faded.calls.map((c) => c.id)).not.toContain(turn.id)
    expect(planCalls(marked, { correctStreaks: new Map([[turn.id, 1]]) }).calls.length).toBe(all.calls.length)
  })

  it('are never long for a student who wants few words', () => {
    const longest = (fewWords: boolean) => Math.max(...planCalls(marked, { fewWords }).calls.map((c) => durationS(c.text, 2.8)))
    expect(longest(true)).toBeLessThan(longest(false))
  })
})
