/** One change at one corner (docs/model.md, What if). */
export type Change =
  /** brakes so many metres later; negative is earlier */
  | { readonly kind: 'brake-later'; readonly metres: number }
  /** brakes from the same place with this share less of the brakes, 0…1 */
  | { readonly kind: 'brake-softer'; readonly share: number }
  /** carries so much more speed to the slowest place, m/s; negative is less */
  | { readonly kind: 'carry'; readonly mps: number }
  /** turns in so many metres later; negative is earlier */
  | { readonly kind: 'turn-later'; readonly metres: number }
  /** comes to the inside so many metres earlier, ≥ 0 */
  | { readonly kind: 'apex-earlier'; readonly metres: number }
  /** takes the throttle up so many metres later; negative is earlier */
  | { readonly kind: 'throttle-later'; readonly metres: number }
  /** lifts once for so long after full throttle, s, ≥ 0 */
  | { readonly kind: 'lift-once'; readonly seconds: number }

export type ChangeKind = Change['kind']

/** The same change by a share of itself. */
export function partOf(change: Change, share: number): Change {
  switch (change.kind) {
    case 'brake-softer':
      return { kind: change.kind, share: change.share * share }
    case 'carry':
      return { kind: change.kind, mps: change.mps * share }
    case 'lift-once':
      return { kind: change.kind, seconds: change.seconds * share }
    case 'brake-later':
    case 'turn-later':
    case 'apex-earlier':
    case 'throttle-later':
      return { kind: change.kind, metres: change.metres * share }
  }
}
