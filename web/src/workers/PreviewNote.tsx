import { Typography } from '@mui/material'

/** Says that a line was searched for on this device: the marks may still change by metres when the server has computed the plan. */
export const PreviewNote = () => (
  <Typography
    variant="body2"
    role="status"
    color="warning.main"
    title="This device searched for the line itself. Everybody gets the line that the server computes; place and brief by that one."
  >
    Preview: the server has not computed this plan yet
  </Typography>
)
