/** The three lengths of a call, longest first. */
export const wordingNames = ['long', 'normal', 'short'] as const
type WordingName = (typeof wordingNames)[number]

/** A call that could be made: its words, and when its action is due. */
export interface CallOption {
  readonly id: string
  /** when the action is due on the lap, s, 0…lapTimeS */
  readonly actionTimeS: number
  readonly words: Readonly<Record<WordingName, string>>
  /** what the call is worth, > 0 */
  readonly weight: number
  /** a safety call is never dropped */
  readonly safety: boolean
  /** the corner whose later calls need this one */
  readonly leads?: string
  /** the corner whose leading call must be kept for this one to be */
  readonly follows?: string
}

export interface CallTiming {
  /** measured per instructor */
  readonly wordsPerSecond: number
  /** a call ends this long before its action is due, s */
  readonly reactionS: number
}

/** A chosen call. Times are from the start of the lap; a call may begin before it. */
export interface ChosenCall {
  readonly id: string
  readonly wording: WordingName
  readonly text: string
  readonly startS: number
  readonly endS: number
  readonly actionTimeS: number
}

export interface CallSheet {
  /** in the order of the lap */
  readonly calls: readonly ChosenCall[]
  /** ids of calls that there is no time for */
  readonly dropped: readonly string[]
  /** pairs of safety calls that cannot both be spoken in time, even at their shortest */
  readonly clashes: readonly (readonly [string, string])[]
}

export const DEFAULT_WORDS_PER_SECOND = 2.8
export const DEFAULT_REACTION_S = 1
/** In a first session the student gets a little longer between the words and the action (docs/model.md, Calls), s. */
export const FIRST_SESSION_REACTION_S = 1.3
const BREATH_S = 0.15
/** Two calls are at least this far apart, s. */
export const LEAST_APART_S = 0.2
/** The share of a call's weight that a shorter wording keeps. */
const KEPT: Record<WordingName, number> = { long: 1, normal: 0.95, short: 0.85 }
/** More than the weight of all other calls of a lap together. */
const SAFETY_WORTH = 1e6

const wordsIn = (text: string) => text.trim().split(/\s+/).filter(Boolean).length

/** Time to say a call, s: words ÷ rate, plus a breath (docs/model.md, Calls). */
export const durationS = (text: string, wordsPerSecond: number): number => wordsIn(text) / wordsPerSecond + BREATH_S

interface Spoken {
  readonly call: number
  readonly wording: WordingName
  readonly startS: number
  readonly endS: number
  readonly worth: number
}

/**
 * Chooses wordings and drops calls so that no two overlap, each ends in time, and the weight kept is greatest: weighted interval
 * scheduling, solved exactly by dynamic programming over the calls in order of their ends. It is done once for each way to begin,
 * because a lap's last call must not run into the next lap's first.
 */
export function chooseCalls(options: readonly CallOption[], lapTimeS: number, timing: CallTiming): CallSheet {
  if (!(timing.wordsPerSecond > 0)) throw new RangeError(`wordsPerSecond must be > 0, got ${timing.wordsPerSecond}`)
  const order = [...options].sort((a, b) => a.actionTimeS - b.actionTimeS || (a.id < b.id ? -1 : 1))
  const ways = order.map((option, call) => waysToSay(option, call, timing))
  const best = bestAround(ways, order, lapTimeS)
  const kept = new Set(best.map((s) => s.call))
  return {
    calls: best.map(({ call, wording, startS, endS }) => {
      const { id, words, actionTimeS } = order[call]!
      return { id, wording, text: words[wording], startS, endS, actionTimeS }
    }),
    dropped: order.filter((_, call) => !kept.has(call)).map((o) => o.id),
    clashes: clashesOf(order, ways, kept, lapTimeS),
  }
}

function waysToSay(option: CallOption, call: number, { wordsPerSecond, reactionS }: CallTiming): Spoken[] {
  const endS = option.actionTimeS - reactionS
  return wordingNames.map((wording) => ({
    call,
    wording,
    startS: endS - durationS(option.words[wording], wordsPerSecond),
    endS,
    worth: option.weight * KEPT[wording] + (option.safety ? SAFETY_WORTH : 0),
  }))
}

/** The best calls on a closed circuit, where one lap follows another. */
function bestAround(ways: readonly Spoken[][], order: readonly CallOption[], lapTimeS: number): Spoken[] {
  let best: Spoken[] = []
  let most = 0
  for (let f = 0; f <= lastOpening(ways, order, lapTimeS); f++) {
    if (order[f]!.follows !== undefined) continue
    for (const opening of ways[f]!) {
      const latestEndS = opening.startS + lapTimeS - LEAST_APART_S
      if (opening.endS > latestEndS) continue // one call longer than a lap
      const { worth, chain } = bestAfter(opening, ways, order, f + 1, latestEndS)
      if (worth > most) {
        most = worth
        best = chain
      }
    }
  }
  return best
}

/** The last call that the best ones can begin with: a safety call that clashes with no other is always kept. */
function lastOpening(ways: readonly Spoken[][], order: readonly CallOption[], lapTimeS: number): number {
  const clashing = new Set(clashesOf(order, ways, new Set(), lapTimeS).flat())
  const first = order.findIndex((option) => option.safety && !clashing.has(option.id))
  return first < 0 ? order.length - 1 : first
}

const SEPARATOR = '|'

/** The last calls of a chain, and which of the corners passed had their leading call kept. */
interface Reached {
  readonly said: Spoken
  readonly worth: number
  readonly from: Reached | null
  /** corners whose leading call was kept, and which a later call needs */
  readonly led: string
}

/**
 * The best calls that begin with one, follow each other without overlapping, and end by a time. A state is a last call with the corners led;
 * of chains that end no later with as much led, the weightier is kept.
 */
function bestAfter(
  opening: Spoken,
  ways: readonly Spoken[][],
  order: readonly CallOption[],
  next: number,
  latestEndS: number,
): { worth: number; chain: Spoken[] } {
  const isNeededAfter = (corner: string, call: number) => order.some((option, o) => o > call && option.follows === corner)
  const ledBy = (led: string, call: number) => {
    const { leads } = order[call]!
    const all = leads === undefined ? led.split(SEPARATOR) : [...led.split(SEPARATOR), leads]
    return all.filter((corner) => isNeededAfter(corner, call)).join(SEPARATOR)
  }
  // for each set of corners led, in order of ends, with ever more weight
  const frontiers = new Map<string, Reached[]>()
  const keep = (reached: Reached) => {
    const frontier = frontiers.get(reached.led) ?? []
    const last = frontier[frontier.length - 1]
    if (!last || reached.worth > last.worth) frontier.push(reached)
    frontiers.set(reached.led, frontier)
  }
  keep({ said: opening, worth: opening.worth, from: null, led: ledBy('', opening.call) })
  for (let call = next; call < ways.length; call++) {
    const { follows } = order[call]!
    const found = new Map<string, Reached>()
    for (const said of ways[call]!) {
      if (said.endS > latestEndS) continue
      for (const [led, frontier] of frontiers) {
        if (follows !== undefined && !led.split(SEPARATOR).includes(follows)) continue
        const from = lastEndingBy(frontier, said.startS - LEAST_APART_S)
        if (!from) continue
        const reached = { said, worth: from.worth + said.worth, from, led: ledBy(led, call) }
        const known = found.get(reached.led)
        if (!known || reached.worth > known.worth) found.set(reached.led, reached)
      }
    }
    for (const reached of found.values()) keep(reached)
  }
  const last = [...frontiers.values()].map((f) => f[f.length - 1]!).reduce((a, b) => (b.worth > a.worth ? b : a))
  const chain: Spoken[] = []
  for (let at: Reached | null = last; at; at = at.from) chain.unshift(at.said)
  return { worth: last.worth, chain }
}

function lastEndingBy(frontier: readonly Reached[], timeS: number): Reached | null {
  for (let k = frontier.length - 1; k >= 0; k--) if (frontier[k]!.said.endS <= timeS + 1e-9) return frontier[k]!
  return null
}

/** For each safety call left out: the kept or left-out safety call that its shortest wording runs into. */
function clashesOf(order: readonly CallOption[], ways: readonly Spoken[][], kept: ReadonlySet<number>, lapTimeS: number) {
  const short = (call: number) => ways[call]![wordingNames.indexOf('short')]!
  const clashes: (readonly [string, string])[] = []
  order.forEach((option, call) => {
    if (!option.safety || kept.has(call)) return
    order.forEach((other, o) => {
      if (o === call || !other.safety) return
      const [a, b] = [short(call), short(o)]
      const runsInto = [-lapTimeS, 0, lapTimeS].some(
        (shift) => a.startS < b.endS + shift + LEAST_APART_S && b.startS + shift < a.endS + LEAST_APART_S,
      )
      if (runsInto) clashes.push([option.id, other.id])
    })
  })
  return clashes
}
