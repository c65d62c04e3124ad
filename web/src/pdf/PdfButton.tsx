import { PictureAsPdfOutlined } from '@mui/icons-material'
import { Button } from '@mui/material'
import { useState, type ReactNode } from 'react'
import { ProblemNotice } from '../problem/ProblemNotice'
import { saveFile } from '../device/saveFile'

interface PdfButtonProps {
  name: string
  /** lays the page out; its code is fetched the first time */
  make: () => Promise<Blob>
  disabled?: boolean
  label?: string
  icon?: ReactNode
}

/** Makes a PDF, or another page, and saves it; shows progress and any problem. */
export function PdfButton({ name, make, disabled = false, label = 'PDF', icon = <PictureAsPdfOutlined /> }: PdfButtonProps) {
  const [state, setState] = useState<'idle' | 'making' | { error: unknown }>('idle')
  const run = async () => {
    setState('making')
    try {
      saveFile(await make(), name)
      setState('idle')
    } catch (error) {
      setState({ error })
    }
  }
  return (
    <>
      <Button startIcon={icon} disabled={disabled || state === 'making'} onClick={() => void run()}>
        {state === 'making' ? 'Making the page…' : label}
      </Button>
      {typeof state === 'object' && <ProblemNotice error={state.error} onRetry={() => void run()} />}
    </>
  )
}
