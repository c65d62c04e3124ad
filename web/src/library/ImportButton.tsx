import { FileUploadOutlined } from '@mui/icons-material'
import { Button } from '@mui/material'
import { useRef } from 'react'

interface ImportButtonProps {
  label: string
  accept: string
  busy: boolean
  variant?: 'contained' | 'outlined'
  onFile: (file: File) => void
}

/** Chooses a file from this computer. */
export function ImportButton({ label, accept, busy, variant = 'contained', onFile }: ImportButtonProps) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button
        variant={variant}
        startIcon={<FileUploadOutlined />}
        disabled={busy}
        onClick={() => input.current?.click()}
        sx={{ alignSelf: 'flex-start' }}
      >
        {busy ? 'Reading…' : label}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = '' // the same file may be chosen again after it was fixed
          if (file) onFile(file)
        }}
      />
    </>
  )
}
