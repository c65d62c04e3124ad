import { describe, expect, it } from 'vitest'
import { certificateText } from './certificate'

const attended = { name: 'Una $& Brook', school: 'Longdyke', circuit: 'Skerrow Basin', day: 'Saturday 17 October 2026', laps: 5 }

describe('a certificate', () => {
  it('has names, day and laps where the wording has them, as often as it has them', () => {
    expect(certificateText('{name} of {school}, {name}: {laps} at {circuit}, {day}.', attended)).toBe(
      'Una $& Brook of Longdyke, Una $& Brook: 5 laps at Skerrow Basin, Saturday 17 October 2026.',
    )
    expect(certificateText('{laps}', { ...attended, laps: 1 })).toBe('1 lap')
  })

  it('leaves what stands for nothing as it is', () => {
    expect(certificateText('{licence} {name', attended)).toBe('{licence} {name')
  })
})
