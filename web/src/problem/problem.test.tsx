import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useQuery } from '@tanstack/react-query'
import { describe, expect, it, vi } from 'vitest'
import { ProblemError } from '../api/request'
import { renderPage } from '../fixtures/render'
import { Loaded } from './Loaded'
import { ProblemNotice } from './ProblemNotice'

const field = (name: string) => ({ field: name, found: '-3', expected: 'more than 0' })
const invalid = new ProblemError({
  code: 'invalid-input',
  type: 'about:blank',
  title: 'Not stored',
  status: 400,
  detail: 'massKg: found -3, expected more than 0',
  fields: [field('massKg'), field('widthM')],
})

describe('a problem', () => {
  it('names each field, the value found and the one expected', () => {
    renderPage(<ProblemNotice error={invalid} />)
    const text = screen.getByRole('alert').textContent
    expect(text).toContain('massKg: found -3, expected more than 0')
    expect(text).toContain('widthM: found -3, expected more than 0')
    expect(screen.queryByRole('button')).toBeNull()
  })

  it('offers to try again where that may help', async () => {
    const again = vi.fn()
    renderPage(<ProblemNotice error={new Error('no worker')} onRetry={again} />)
    const words = screen.getByRole('alert').textContent
    expect(words).toContain('What was saved is kept. Reload the page')
    expect(words).not.toContain('no worker') // that is for whoever mends it
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }))
    expect(again).toHaveBeenCalledOnce()
  })
})

describe('something loaded', () => {
  function Page({ load }: { load: () => Promise<string> }) {
    const query = useQuery({ queryKey: ['page'], queryFn: load })
    return <Loaded query={query}>{(text) => <p>{text}</p>}</Loaded>
  }
  it('shows progress, then what came', async () => {
    renderPage(<Page load={() => Promise.resolve('the day')} />)
    expect(screen.getByRole('progressbar', { name: 'Loading' })).toBeTruthy()
    expect(await screen.findByText('the day')).toBeTruthy()
  })

  it('shows the problem, and what comes on trying again', async () => {
    const load = vi.fn<() => Promise<string>>().mockRejectedValueOnce(invalid).mockResolvedValue('the day')
    renderPage(<Page load={load} />)
    await userEvent.click(await screen.findByRole('button', { name: 'Try again' }))
    expect(await screen.findByText('the day')).toBeTruthy()
  })
})
