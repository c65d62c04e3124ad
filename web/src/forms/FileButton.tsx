import { FileUploadOutlined } from '@mui/icons-material'
import { Button, Stack, Typography } from '@mui/material'
import { useRef, useState } from 'react'

interface FileButtonProps {
  label: string
  /** endings and types, as in ".csv,text/csv" */
  accept: string
  busy?: boolean
  variant?: 'contained' | 'outlined'
  /** whether the chosen file's name stays beside the button */
  named?: boolean
  onFile: (file: File) => void
}

/** Chooses a file from this device. */
export function FileButton({ label, accept, busy = false, variant = 'outlined', named = false, onFile }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null)
  const [name, setName] = useState<string | null>(null)
  return (
    <Stack direction="row" sx={{ gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
      <Button variant={variant} startIcon={<FileUploadOutlined />} disabled={busy} onClick={() => input.current?.click()}>
        {busy ? 'Reading…' : label}
      </Button>
      {named && (
        <Typography variant="body2" color="text.secondary" sx={{ overflowWrap: 'anywhere' }}>
          {name ?? 'no file chosen'}
        </Typography>
      )}
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = '' // the same file may be chosen again after it was fixed
          if (!file) return
          setName(file.name)
          onFile(file)
        }}
      />
    </Stack>
  )
}
