/** From what size a difference is a finding, and why; all of them in one place. */
interface Limit {
  readonly unit: string
  readonly from: number
  /** why not less: what a driver without the fault shows, and what the instruments add */
  readonly because: string
}

export const limits = {
  ly: { unit: 'm', from: 15, because: 'a driver lifts within 5 m of the plan; a moving foot takes 10 m at speed' },
  be: {
    unit: 'm',
    from: 11,
    because: 'a careful driver begins to brake up to 7 m before the plan, and 4 m more where the car is slower to bite',
  },
  bl: { unit: 'm', from: 6.5, because: 'nobody means to brake late: 4 m are the foot’s, 2 m the positions’' },
  bs: { unit: 's', from: 0.55, because: 'a firm push is there in 0.2 to 0.4 s' },
  bh: { unit: 'km/h', from: 6, because: 'drivers keep 2 to 3 km/h to themselves' },
  bd: { unit: 'pushes', from: 2, because: 'one push is what is asked for' },
  bo: { unit: 'm', from: 20, because: 'where the brake ends is soft: 13 m are within how the schools differ' },
  br: { unit: 's', from: 0.5, because: 'a release that is to take a second and takes a fifth of one is another way of letting go' },
  te: { unit: 'm', from: 7.5, because: 'the place from the bend of the path is good to 2 m, and hands to 3 m' },
  tl: { unit: 'm', from: 6.5, because: 'as turning in early, but less of it costs the apex' },
  tn: { unit: 'steps', from: 3, because: 'two are within what a bend that tightens asks for' },
  ae: { unit: 'm', from: 9.5, because: 'the nearest place to the edge is flat: 4 m either way look alike' },
  am: { unit: 'm', from: 1.1, because: 'positions drift by half a metre over a lap' },
  co: { unit: 's', from: 0.6, because: 'a foot changes pedals in 0.3 s' },
  pe: { unit: 'lifts', from: 1, because: 'once on, the throttle stays on' },
  pl: { unit: 'm', from: 15, because: 'full throttle is within 3 m from lap to lap; a careful foot adds ten' },
  xn: { unit: 'm', from: 1.5, because: 'positions drift by half a metre, and a metre of room is a choice' },
  of: { unit: 'm', from: 1, because: 'positions drift by half a metre: a metre over the edge is over it' },
  gw: { unit: 'gears', from: 1, because: 'a gear is in or not' },
  gl: { unit: 's', from: 0.4, because: 'a shift at the limit takes up to 0.3 s' },
} as const satisfies Readonly<Record<string, Limit>>

export type FindableFault = keyof typeof limits

/** A logger that writes less often than this makes places less sure, Hz: limits along the track rise with the step. */
const SURE_FROM_HZ = 8
/** Below this only what lasts shows: speeds, and how far off the line a car is. */
const LEAST_HZ = 3
const alongTrack: readonly string[] = ['ly', 'be', 'bl', 'bo', 'te', 'tl', 'ae', 'pl']
const acrossTrack: readonly string[] = ['am', 'xn', 'of']
const atAnyRate: readonly string[] = ['be', 'bh', 'am', 'xn', 'of', 'gw']
/** More where braking or bending had to be worked out from positions, m. */
const DERIVED_M: Readonly<Record<string, number>> = { be: 6, bl: 12, te: 6, tl: 6, ae: 2, am: 0.4, xn: 0.4 }
const COARSE_ACROSS_M = 1.6

interface Instruments {
  readonly rateHz: number
  /** whether braking, and the bend of the path, were recorded and not worked out from positions */
  readonly has: { readonly braking: boolean; readonly bending: boolean }
}

/** The limit of a fault with a logger's instruments: what is less sure has to be larger. Infinity where it can't be told. */
export function limitOf(code: FindableFault, { rateHz, has }: Instruments, speedMps: number): number {
  const { from } = limits[code]
  if (rateHz < LEAST_HZ && !atAnyRate.includes(code)) return Infinity
  const isDerived = code === 'be' || code === 'bl' ? !has.braking : !has.bending
  const derived = isDerived ? (DERIVED_M[code] ?? 0) : 0
  const stepS = Math.max(0, 1 / rateHz - 1 / SURE_FROM_HZ)
  if (alongTrack.includes(code)) return from + derived + stepS * speedMps
  if (acrossTrack.includes(code)) return from + derived + (rateHz < LEAST_HZ ? COARSE_ACROSS_M : 0)
  return from + (code === 'bh' && rateHz < LEAST_HZ ? 3 : 0)
}

/** What has to be recorded, and how often, for a fault to be found. */
export function lackingFor(code: FindableFault, has: Readonly<Record<string, boolean>>, rateHz: number): string | null {
  const lacks = (needs[code] ?? []).filter((channel) => !has[channel])
  if (rateHz < LEAST_HZ && !atAnyRate.includes(code)) lacks.push(`${LEAST_HZ} samples a second`)
  return lacks.length === 0 ? null : lacks.join(', ')
}

/** What a logger needs to have for a fault to be found; any one of each list. */
const needs: Readonly<Partial<Record<FindableFault, readonly string[]>>> = {
  ...{ ly: ['throttle'], bs: ['brake'], bd: ['brake'], bo: ['brake'], br: ['brake'], tn: ['steer'], co: ['throttle', 'brake'] },
  ...{ pe: ['throttle'], pl: ['throttle'], gw: ['gear'], gl: ['rpm'] },
}
