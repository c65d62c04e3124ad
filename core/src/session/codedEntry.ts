import { faultOf, faults, praises, type Severity } from '../faults/catalogue'

/** What was typed at the wall, read. */
export type CodedEntry =
  | { readonly kind: 'fault'; readonly corner: string; readonly code: string; readonly severity: Severity }
  | { readonly kind: 'praise'; readonly corner: string; readonly code: string }
  | { readonly kind: 'called'; readonly corner: string; readonly code: string }

interface ReadCoded {
  /** null while it is not whole, or wrong */
  readonly entry: CodedEntry | null
  /** how it could go on, the likeliest first: what to type and what it means */
  readonly completions: readonly { readonly text: string; readonly words: string }[]
  /** what is wrong, or null */
  readonly problem: string | null
}

const MOST_COMPLETIONS = 8
const nothing = { entry: null, completions: [], problem: null }

/** How many single letters two codes differ in, position by position. */
const apart = (a: string, b: string) => [...a].filter((letter, i) => letter !== b[i]).length

/**
 * Reads what is typed at the wall: `7te2` is corner 7, turns in early, severity 2 (1 where it is left out); `7te!` says it was
 * called; `7+mark` is praise. Without regard to case and blanks.
 * @param corners - numbers of the circuit's corners, as they are named: "7", "5A"
 * @param likely - codes likely at a corner, to be offered first
 */
export function readCoded(typed: string, corners: readonly string[], likely: (corner: string) => readonly string[] = () => []): ReadCoded {
  const text = typed.toLowerCase().replace(/\s+/g, '')
  if (text === '') return nothing
  // the longest corner number that fits: 5a before 5, 11 before 1 — but 5ae is corner 5, ae, where there is no corner 5a
  const corner = [...corners].sort((a, b) => b.length - a.length).find((c) => text.startsWith(c.toLowerCase()))
  if (corner === undefined) {
    const begun = corners.filter((c) => c.toLowerCase().startsWith(text))
    if (begun.length > 0)
      return { ...nothing, completions: begun.slice(0, MOST_COMPLETIONS).map((c) => ({ text: c, words: `corner ${c}` })) }
    return { ...nothing, problem: `“${typed}” begins with no corner; corners are ${corners.join(', ')}` }
  }
  const rest = text.slice(corner.length)
  return rest.startsWith('+') ? praiseOf(corner, rest.slice(1)) : faultEntry(corner, rest, likely(corner))
}

function praiseOf(corner: string, begun: string): ReadCoded {
  const fitting = praises.filter((p) => p.code.startsWith(begun))
  const whole = praises.find((p) => p.code === begun)
  return {
    entry: whole
      ? { kind: 'praise', corner, code: whole.code }
      : fitting.length === 1 && begun
        ? { kind: 'praise', corner, code: fitting[0]!.code }
        : null,
    completions: whole ? [] : fitting.map((p) => ({ text: `${corner}+${p.code}`, words: p.name })),
    problem: fitting.length === 0 ? `no praise begins with “${begun}”; known are ${praises.map((p) => p.code).join(', ')}` : null,
  }
}

function faultEntry(corner: string, rest: string, likely: readonly string[]): ReadCoded {
  const code = rest.slice(0, 2)
  if (code.length < 2) {
    const known = [...new Set([...likely, ...faults.map((f) => f.code)])].filter((c) => c.startsWith(code))
    const completions = known.slice(0, MOST_COMPLETIONS).map((c) => ({ text: `${corner}${c}`, words: faultOf(c)?.name ?? c }))
    return { entry: null, completions, problem: known.length === 0 ? `no fault begins with “${code}”` : null }
  }
  const fault = faultOf(code)
  if (!fault) {
    const near = faults.filter((f) => apart(f.code, code) === 1 || f.code === [...code].reverse().join(''))
    const completions = near.slice(0, MOST_COMPLETIONS).map((f) => ({ text: `${corner}${f.code}${rest.slice(2)}`, words: f.name }))
    return { entry: null, completions, problem: `“${code}” is no fault` }
  }
  const tail = rest.slice(2)
  if (tail === '!') return { entry: { kind: 'called', corner, code }, completions: [], problem: null }
  if (tail !== '' && !/^[123]$/.test(tail))
    return { ...nothing, problem: `“${tail}” after ${code}: expected 1 note, 2 costs, 3 unsafe, or ! for called` }
  const completions =
    tail === '' ? [2, 3].map((s) => ({ text: `${corner}${code}${s}`, words: `${fault.name}, ${s === 2 ? 'costs' : 'unsafe'}` })) : []
  const severity = (tail === '' ? 1 : Number(tail)) as Severity
  return { entry: { kind: 'fault', corner, code, severity }, completions, problem: null }
}
