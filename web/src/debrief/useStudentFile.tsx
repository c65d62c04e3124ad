import { InsertDriveFileOutlined } from '@mui/icons-material'
import { Button, Typography } from '@mui/material'
import { useMutation } from '@tanstack/react-query'
import { saveFile } from '../device/saveFile'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { StudentFile } from './studentFile/StudentDocument'

interface StudentFileOf {
  file: Omit<StudentFile, 'sounds'>
  /** whose review has the notes; null where nothing was recorded */
  recordingId: string | null
}

/** The student's own page as a file, and what keeps it from being made. */
export function useStudentFile({ file, recordingId }: StudentFileOf) {
  const { mutate, isPending, error, data } = useMutation({
    mutationFn: async () => {
      const { NamesOthers, studentFile } = await import('./studentFile/studentFile')
      try {
        saveFile(await studentFile(file, recordingId), `${file.open.student.name}, ${file.open.day.date}.html`)
        return []
      } catch (problem) {
        if (problem instanceof NamesOthers) return problem.names
        throw problem
      }
    },
  })
  return {
    button: (
      <Button startIcon={<InsertDriveFileOutlined />} disabled={isPending} onClick={() => mutate()}>
        Student’s page
      </Button>
    ),
    notice: error ? (
      <ProblemNotice error={error} onRetry={() => mutate()} />
    ) : data && data.length > 0 ? (
      <Typography role="alert" color="error">
        The student’s page was not made: what is written here or in the notes names {data.join(' and ')}. Change that first; the student’s
        page must not name other students.
      </Typography>
    ) : null,
  }
}
