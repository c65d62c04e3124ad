import { InsertDriveFileOutlined } from '@mui/icons-material'
import { Button } from '@mui/material'
import { useMutation } from '@tanstack/react-query'
import { saveFile } from '../device/saveFile'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { StudentFile } from './studentFile/StudentDocument'

interface StudentFileOf {
  file: Omit<StudentFile, 'sounds'>
  /** whose review has the notes; null where nothing was recorded */
  recordingId: string | null
  disabled: boolean
}

/** The student's own page as a file, and what keeps it from being made. */
export function useStudentFile({ file, recordingId, disabled }: StudentFileOf) {
  const { mutate, isPending, error } = useMutation({
    mutationFn: async () => {
      const { studentFile } = await import('./studentFile/studentFile')
      saveFile(await studentFile(file, recordingId), `${file.open.student.name}, ${file.open.day.date}.html`)
    },
  })
  return {
    button: (
      <Button startIcon={<InsertDriveFileOutlined />} disabled={disabled || isPending} onClick={() => mutate()}>
        Student’s page
      </Button>
    ),
    notice: error && <ProblemNotice error={error} onRetry={() => mutate()} />,
  }
}
