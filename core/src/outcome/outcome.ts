/** The result of work on real data, which may be unusable. A programmer's mistake throws instead. */
export type Outcome<T, P> = { ok: true; value: T } | { ok: false; problem: P }

export const success = <T>(value: T): { ok: true; value: T } => ({ ok: true, value })
export const failure = <P>(problem: P): { ok: false; problem: P } => ({ ok: false, problem })
