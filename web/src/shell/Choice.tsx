import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle } from '@mui/material'

interface ChoiceProps {
  open: boolean
  title: string
  text: string
  /** the last one is the usual choice */
  choices: readonly { name: string; act: () => void }[]
}

/** A question that must be answered first. */
export function Choice({ open, title, text, choices }: ChoiceProps) {
  return (
    <Dialog open={open} aria-labelledby="choice">
      <DialogTitle id="choice">{title}</DialogTitle>
      <DialogContent>
        <DialogContentText>{text}</DialogContentText>
      </DialogContent>
      <DialogActions>
        {choices.map(({ name, act }, i) => (
          <Button key={name} variant={i === choices.length - 1 ? 'contained' : 'text'} onClick={act}>
            {name}
          </Button>
        ))}
      </DialogActions>
    </Dialog>
  )
}
