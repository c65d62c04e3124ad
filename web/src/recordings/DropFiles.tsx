import { FileUploadOutlined } from '@mui/icons-material'
import { Box, Button, Typography } from '@mui/material'
import { useRef, useState, type DragEvent, type ReactNode } from 'react'

interface DropFilesProps {
  /** what can be dropped, such as "Recorded laps (CSV or GPX)" */
  what: string
  /** endings, as in ".csv,.gpx" */
  accept: string
  onFiles: (files: readonly File[]) => void
  children?: ReactNode
}

/** A place for files: they are dropped on it, or chosen by its button. */
export function DropFiles({ what, accept, onFiles, children }: DropFilesProps) {
  const input = useRef<HTMLInputElement>(null)
  const [isOver, setOver] = useState(false)
  const drop = (event: DragEvent) => {
    event.preventDefault()
    setOver(false)
    onFiles([...event.dataTransfer.files])
  }
  return (
    <Box
      className="no-print"
      onDragOver={(e) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      sx={{
        ...{
          border: '1.5px dashed',
          borderColor: isOver ? 'primary.main' : 'divider',
          bgcolor: isOver ? 'background.paper' : 'transparent',
        },
        ...{ px: 1.5, py: 1, display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5 },
      }}
    >
      <Button startIcon={<FileUploadOutlined />} onClick={() => input.current?.click()}>
        Add files
      </Button>
      <Typography variant="body2" color="text.secondary">
        {isOver ? 'Let go to add them' : `or drop them here: ${what}`}
      </Typography>
      {children}
      <input
        ref={input}
        type="file"
        multiple
        hidden
        accept={accept}
        aria-label="Add files"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])]
          e.target.value = '' // the same file can be chosen again once it is fixed
          if (files.length > 0) onFiles(files)
        }}
      />
    </Box>
  )
}
