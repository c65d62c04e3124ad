import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { describe, expect, it, vi } from 'vitest'
import type { CircuitDocument } from '@ochote/contracts'
import { circuitFromDocument, circuitRemarks, placeAt, sampleTrack, toLonLat, type LocalFrame, type Track } from '@ochote/core'
import { renderPage } from '../fixtures/render'
import { stadiumDocument } from '../fixtures/stadium'
import { setUnits } from '../format/units'
import { CircuitCheck } from './CircuitCheck'
import { CornersTab } from './CornersTab'
import { added, featuresIn, type DocumentFeature, type Stretch } from './documentEdits'
import { FeaturesTab } from './FeaturesTab'
import { featureOfProblem, flawsOf } from './flaws'
import { addables, featureName } from './roleFields'
import { TrackTab } from './TrackTab'
import { DrawNew } from './DrawNew'
import { drawnFeature, withDrawnSide } from './useDrawing'

const trackOf = (document: CircuitDocument): Track | null => {
  const read = circuitFromDocument(document)
  return read.ok ? sampleTrack(read.value) : null
}
const frame: LocalFrame = trackOf(stadiumDocument())!.circuit.frame
const onStraight = [-20, -30.0004]
const post: DocumentFeature = {
  type: 'Feature',
  properties: { role: 'post', number: '3' },
  geometry: { type: 'Point', coordinates: onStraight },
}

/** A tab inside its page: it shows what it changed. */
function open(
  tab: (document: CircuitDocument, track: Track | null, change: (to: CircuitDocument) => void) => React.ReactElement,
  start = stadiumDocument(),
) {
  const documents = [start]
  function Page() {
    const [document, setDocument] = useState(start)
    return tab(document, trackOf(document), (to) => {
      documents.push(to)
      setDocument(to)
    })
  }
  renderPage(<Page />)
  return { documents, last: () => documents[documents.length - 1]! }
}

describe('the track of a circuit', () => {
  const whole: Stretch = { from: 0, to: 47 }
  const openTrack = (stretch: Stretch) =>
    open((document, track, change) => (
      <TrackTab document={document} track={track} stretch={stretch} onStretch={() => undefined} onChange={change} />
    ))
  const set = async (name: RegExp, text: string) => {
    const field = screen.getByRole('textbox', { name })
    await userEvent.clear(field)
    await userEvent.type(field, `${text}{Enter}`)
  }

  it('is widened along the chosen positions, whose range is then told for all', async () => {
    const { last } = openTrack({ from: 2, to: 4 })
    await set(/^Width to the left/, '6,5')
    const { widthLeft } = featuresIn(last())[0]!.properties as { widthLeft: number[] }
    expect(widthLeft.filter((w) => w === 6.5)).toHaveLength(3)
    expect(trackOf(last())!.halfLeftM.reduce((a, b) => Math.max(a, b))).toBeCloseTo(6.5, 6)
  })

  it('is measured in yards by a school that has them, and stored in metres', async () => {
    setUnits('imperial')
    try {
      const { last } = openTrack(whole)
      await set(/^Width to the left edge, yd/, '100')
      expect(screen.getByText('found 100, expected 0.55 to 65.61')).toBeTruthy()
      await set(/^Width to the left edge, yd/, '10')
      expect(trackOf(last())!.halfLeftM.every((w) => Math.abs(w - 9.144) < 1e-6)).toBe(true)
      expect(screen.getByRole('textbox', { name: /^Width to the left edge, yd/ })).toHaveProperty('value', '10')
    } finally {
      setUnits('metric')
    }
  })

  it('has its numbers refused beyond their bounds, and is not changed by them', async () => {
    const { documents } = openTrack(whole)
    await set(/^Grip/, '9')
    expect(screen.getByText('found 9, expected 0.02 to 3')).toBeTruthy()
    expect(documents).toHaveLength(1)
  })

  it('is named, has positions added and removed, and its start line moved', async () => {
    const { last } = openTrack({ from: 5, to: 5 })
    await set(/^Name of the circuit/, 'Quarry loop')
    expect(last().ochote.name).toBe('Quarry loop')
    const count = () => (featuresIn(last())[0]!.geometry.coordinates as unknown[]).length
    const before = count()
    await userEvent.click(screen.getByRole('button', { name: 'Add one after' }))
    expect(count()).toBe(before + 1)
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }))
    expect(count()).toBe(before)
    const first = JSON.stringify((featuresIn(last())[0]!.geometry.coordinates as unknown[])[5])
    await userEvent.click(screen.getByRole('button', { name: 'Start line here' }))
    expect(JSON.stringify((featuresIn(last())[0]!.geometry.coordinates as unknown[])[0])).toBe(first)
  })

  it('shows what changes along the lap with its unit, and what does not in a word', () => {
    openTrack(whole)
    const along = screen.getByRole('region', { name: 'Along the lap' })
    expect(along.textContent).toContain('Width, 10.0 m all round')
    expect(within(along).queryByRole('img')).toBeNull()
  })
})

describe('features of a circuit', () => {
  const openFeatures = (selected: number | null, start = added(stadiumDocument(), post)) => {
    const handlers = { onSelect: vi.fn(), onAdd: vi.fn() }
    const view = open(
      (document, track, change) => (
        <FeaturesTab document={document} frame={frame} track={track} selected={selected} onChange={change} {...handlers} />
      ),
      start,
    )
    return { ...view, ...handlers }
  }

  it('are listed with where they are along the lap, without track and corners', () => {
    openFeatures(null)
    expect(screen.getAllByRole('row').map((row) => row.textContent)).toEqual(['WhatAt', expect.stringMatching(/^post, 3\d+ m$/)])
  })

  it('say what to begin with where there are none', () => {
    openFeatures(null, stadiumDocument())
    expect(screen.getByText(/^Nothing beside the track yet/)).toBeTruthy()
  })

  it('are chosen, edited in a form, and removed', async () => {
    const { last, onSelect } = openFeatures(1)
    await userEvent.click(screen.getByRole('button', { name: 'post, 3' }))
    expect(onSelect).toHaveBeenCalledWith(1)
    const number = screen.getByRole('textbox', { name: /Number/ })
    await userEvent.clear(number)
    await userEvent.tab()
    expect(screen.getByText('it can’t be empty')).toBeTruthy()
    await userEvent.type(number, '4{Enter}')
    expect(featuresIn(last())[1]!.properties).toEqual({ role: 'post', number: '4' })
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }))
    expect(featuresIn(last())).toHaveLength(1)
  })

  it('are drawn by what they are: places as their geometry has them, and none where there are too few', () => {
    const named = (name: string) => addables.find((a) => a.name === name)!
    const places = [
      [-20, -30],
      [-20.001, -30],
      [-20.001, -30.001],
    ]
    expect(drawnFeature({ addable: named('Marshal post'), places: places.slice(0, 1) })!.geometry).toEqual({
      type: 'Point',
      coordinates: places[0],
    })
    expect(drawnFeature({ addable: named('Run-off'), places })!.geometry.coordinates).toEqual(places)
    expect(drawnFeature({ addable: named('Grip patch'), places })!.geometry.coordinates).toEqual([[...places, places[0]]])
    expect(drawnFeature({ addable: named('Grip patch'), places: places.slice(0, 2) })).toBeNull()
  })

  it.each(addables.map((a) => [a.name, a] as const))('that are put on the map as “%s” are what the reader takes', (_name, addable) => {
    const places = [onStraight, [-20.0005, -30.0004], [-20.0005, -30.0005]].slice(0, addable.geometry === 'Point' ? 1 : 3)
    // run-off is asked for its depth and surface before it is drawn, and takes its side from where that is
    const asked = addable.role === 'runoff' ? { depth: 12, surface: 'grass' } : {}
    const drawn = drawnFeature({ addable: { ...addable, properties: { ...addable.properties, ...asked } }, places })!
    const feature = withDrawnSide(drawn, trackOf(stadiumDocument()))
    const read = circuitFromDocument(added(stadiumDocument(), feature))
    expect(read.ok ? [] : read.problem).toEqual([])
    expect(featureName(feature.properties)).not.toBe('')
  })
})

describe('run-off', () => {
  const track = trackOf(stadiumDocument())!
  /** beside the first straight, driven eastwards: right is south of it */
  const drawn = (metresLeft: number): DocumentFeature => {
    const coordinates = [20, 40, 60].map((s) => {
      const { x, y } = placeAt(track, s, metresLeft)
      const { lon, lat } = toLonLat(frame, x, y)
      return [lon, lat]
    })
    return { type: 'Feature', properties: { role: 'runoff', depth: 12, surface: 'grass' }, geometry: { type: 'LineString', coordinates } }
  }

  it.each([
    [7, 'left'],
    [-7, 'right'],
    [-30, 'right'],
  ] as const)('drawn %d m left of the middle lies on the %s', (metresLeft, side) => {
    expect(withDrawnSide(drawn(metresLeft), track).properties).toEqual({ role: 'runoff', depth: 12, surface: 'grass', side })
  })

  it('is asked for depth and surface before it is drawn: nobody guesses them', async () => {
    const onAdd = vi.fn()
    renderPage(<DrawNew onAdd={onAdd} />)
    await userEvent.click(screen.getByRole('combobox', { name: 'Put on the map' }))
    await userEvent.click(screen.getByRole('option', { name: 'Run-off' }))
    const draw = screen.getByRole<HTMLButtonElement>('button', { name: 'Draw it' })
    const depth = screen.getByRole('textbox', { name: /^Depth/ })
    expect(draw.disabled).toBe(true)
    await userEvent.click(screen.getByRole('combobox', { name: /^Surface/ }))
    await userEvent.click(screen.getByRole('option', { name: 'gravel' }))
    for (const wrong of ['-5', '99999', 'far']) {
      await userEvent.clear(depth)
      await userEvent.type(depth, wrong)
      expect(screen.getByText(`found ${wrong}, expected 0 to 300`)).toBeTruthy()
      expect(draw.disabled).toBe(true)
    }
    await userEvent.clear(depth)
    await userEvent.type(depth, '12,5')
    await userEvent.click(draw)
    expect(onAdd).toHaveBeenCalledExactlyOnceWith(
      expect.objectContaining({ role: 'runoff', properties: { depth: 12.5, surface: 'gravel' } }),
    )
    expect(draw.disabled).toBe(true)
  })
})

describe('corners of a circuit', () => {
  const openCorners = () => open((document, track, change) => <CornersTab document={document} track={track} onChange={change} />)
  const corner = (n: number) => screen.getAllByRole('listitem')[n]!

  it('are named, split and joined again', async () => {
    const { last } = openCorners()
    await userEvent.type(within(corner(0)).getByRole('textbox', { name: 'Name' }), 'Weir{Enter}')
    expect(JSON.stringify(last())).toContain('"name":"Weir"')
    await userEvent.click(screen.getByRole('button', { name: 'Split corner 2' }))
    expect(screen.getByRole('heading', { name: '3 corners' })).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Join corner 2A with the next' }))
    expect(screen.getByRole('heading', { name: '2 corners' })).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Number from 1' }))
    expect((within(corner(1)).getByRole('textbox', { name: /Number/ }) as HTMLInputElement).value).toBe('2')
  })

  it('end where they are set to, within the lap', async () => {
    const { last } = openCorners()
    const from = () => within(corner(0)).getByRole('textbox', { name: /From, m/ })
    await userEvent.clear(from())
    await userEvent.type(from(), '99999{Enter}')
    expect(screen.getByText(/^found 99999, expected 0 to /)).toBeTruthy()
    await userEvent.clear(from())
    await userEvent.type(from(), '210{Enter}')
    expect(JSON.stringify(last())).toContain('"start":210')
  })

  it('get boards before them, outside, at the distances they name', async () => {
    const { last } = openCorners()
    await userEvent.click(within(corner(0)).getByRole('button', { name: 'Boards 150, 100, 50' }))
    const boards = featuresIn(last()).filter((f) => f.properties.kind === 'board')
    expect(boards.map((f) => [f.properties.name, f.properties.side])).toEqual([
      ['150', 'right'],
      ['100', 'right'],
      ['50', 'right'],
    ])
    expect(trackOf(last())).not.toBeNull()
  })
})

describe('the check of a circuit', () => {
  it('names what keeps it from being used, and leads to the feature', async () => {
    const onFeature = vi.fn()
    const problem = { field: 'features[4].geometry.coordinates[7][1]', found: '100', expected: 'lat -89…89' }
    renderPage(<CircuitCheck problems={[problem]} remarks={[]} onFeature={onFeature} />)
    expect(screen.getByRole('heading', { name: 'It can’t be used yet' })).toBeTruthy()
    expect(screen.getByText('Found 100; expected lat -89…89.')).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: problem.field }))
    expect(onFeature).toHaveBeenCalledWith(4)
    expect(featureOfProblem(problem)).toEqual({ index: 4, vertex: 7 })
    expect(featureOfProblem({ ...problem, field: 'ochote.name' })).toBeNull()
  })

  it('lists what to check with where, on the map too', () => {
    const document = stadiumDocument()
    const track = trackOf(document)!
    const remarks = circuitRemarks(track.circuit)
    renderPage(<CircuitCheck problems={[]} remarks={remarks} onFeature={() => undefined} />)
    expect(screen.getByText(/^no run-off outside corners 1, 2: room to be wrong cannot be told there$/)).toBeTruthy()
    const flaws = flawsOf(document, [], track, remarks)
    expect(flaws).toHaveLength(remarks.reduce((sum, r) => sum + r.stationsM.length, 0))
    expect(flaws.every((flaw) => flaw.kind === 'look')).toBe(true)
    for (const { place } of flaws) expect(Math.hypot((place[0]! + 20) * 96_500, (place[1]! + 30) * 110_900)).toBeLessThan(400)
  })

  it('shows both parts of a crossing', () => {
    const crossing = { field: 'features[0].geometry.coordinates', found: 'after position 3 and after position 20', expected: 'no crossing' }
    expect(flawsOf(stadiumDocument(), [crossing], null, []).map((f) => f.place)).toEqual(
      [3, 20].map((v) => (featuresIn(stadiumDocument())[0]!.geometry.coordinates as number[][])[v]),
    )
  })
})
