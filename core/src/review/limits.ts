/** From what size a difference is a finding, and why; all of them in one place. */
interface Limit {
  readonly unit: string
  readonly from: number
  /** why not less: what a driver without the fault shows, and what the instruments add */
  readonly because: string
}

export const limits = {
  ly: { unit: 'm', from: 15, because: 'drivers lift within 5 m of the plan; at speed, moving a foot takes 10 m' },
  be: {
    unit: 'm',
    from: 11,
    because: 'a careful driver brakes up to 7 m before the plan; slow brakes add 4 m',
  },
  bl: { unit: 'm', from: 6.5, because: 'drivers repeat a brake point to 4 m, and positions are good to 2 m' },
  bs: { unit: 's', from: 0.55, because: 'a firm push takes 0.2 to 0.4 s' },
  bh: { unit: 'km/h', from: 6, because: 'drivers hold back 2 to 3 km/h' },
  bd: { unit: 'pushes', from: 2, because: 'the plan asks for one push' },
  lk: { unit: 's', from: 0.2, because: 'anti-lock brakes let a wheel stand for up to a tenth of a second at a time' },
  dg: { unit: 'm', from: 3, because: 'positions drift by half a metre, and drivers move across by up to two metres as they brake' },
  bo: { unit: 'm', from: 20, because: 'schools differ by up to 13 m in where the brake comes off' },
  br: { unit: 's', from: 0.5, because: 'a planned release takes about a second; a fifth of that is a snap' },
  te: { unit: 'm', from: 7.5, because: 'turn-in is measured to 2 m, and drivers repeat it to 3 m' },
  tl: { unit: 'm', from: 6.5, because: 'measured like early turn-in, but a smaller amount already costs the apex' },
  tn: { unit: 'steps', from: 3, because: 'a tightening corner can need two' },
  ae: { unit: 'm', from: 9.5, because: 'the line stays close to the edge for a while: 4 m either way look alike' },
  am: { unit: 'm', from: 1.1, because: 'positions drift by half a metre over a lap' },
  co: { unit: 's', from: 0.45, because: 'a foot changes pedals in 0.3 s' },
  pe: { unit: 'lifts', from: 1, because: 'once on, the throttle should stay on' },
  pl: { unit: 'm', from: 15, because: 'drivers repeat full throttle to 3 m; a careful foot takes 10 m more' },
  pa: { unit: 's', from: 0.25, because: 'a stab takes a quarter of a second, and the plan at least twice that' },
  xn: { unit: 'm', from: 1.5, because: 'positions drift by half a metre, and leaving a metre is a choice' },
  of: { unit: 'm', from: 1, because: 'positions drift by half a metre, so a metre over the edge is certain' },
  xw: { unit: 'm', from: 1.2, because: 'positions drift by half a metre, and drivers repeat an exit to half a metre' },
  ak: { unit: 'm', from: 0.6, because: 'positions drift by half a metre' },
  tr: { unit: 'm', from: 0.6, because: 'positions drift by half a metre' },
  sl: { unit: 's', from: 0.3, because: 'hands cross the middle for a tenth of a second between two bends' },
  ge: {
    unit: 'rpm',
    from: 1800,
    because: 'drivers shift up within 500 rpm of the plan, and a short shift of 1500 before a corner can be right',
  },
  xp: { unit: 'm', from: 1.5, because: 'as for width left unused, which it leads to' },
  gd: { unit: 'm', from: 32, because: 'drivers change down up to 23 m after a corner’s turn-in, lap after lap' },
  gw: { unit: 'gears', from: 1, because: 'a gear is either right or wrong' },
  gl: { unit: 's', from: 0.4, because: 'a shift at the limiter takes up to 0.3 s' },
} as const satisfies Readonly<Record<string, Limit>>

export type FindableFault = keyof typeof limits

/** Changes down are rushed from here on, m: the engine is beyond its limit for a moment only where a shift is a little too soon. */
export const RUSHED_FROM_M = 4

/** A logger that writes less often than this makes places less sure, Hz: limits along the track rise with the step. */
const SURE_FROM_HZ = 8
/** Below this only what lasts shows: speeds, and how far off the line a car is. */
const LEAST_HZ = 3
const alongTrack: readonly string[] = ['ly', 'be', 'bl', 'bo', 'te', 'tl', 'ae', 'pl', 'gd']
const acrossTrack: readonly string[] = ['am', 'xp', 'xn', 'xw', 'of', 'ak', 'tr']
const atAnyRate: readonly string[] = ['be', 'bh', 'am', 'xn', 'xw', 'of', 'ak', 'tr', 'gw']
/** More where braking or bending had to be worked out from positions, m. */
const DERIVED_M: Readonly<Record<string, number>> = { be: 6, bl: 12, te: 6, tl: 6, ae: 2, am: 0.4, xp: 0.4, xn: 0.4, xw: 0.4 }
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
  ...{ lk: ['wheel speeds'] },
  ...{ xp: ['steer'], gd: ['gear'], sl: ['steer'], ge: ['rpm', 'gear', 'throttle'], pa: ['throttle'] },
}
