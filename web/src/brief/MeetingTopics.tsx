import { Box, Checkbox, FormControlLabel, Typography } from '@mui/material'
import { isCovered, type MeetingItem } from '@ochote/core'

interface MeetingTopicsProps {
  items: readonly MeetingItem[]
  done: readonly string[]
  onToggle: (id: string) => void
}

/** What the meeting covers, by topic, each item ticked as it is covered. */
export function MeetingTopics({ items, done, onToggle }: MeetingTopicsProps) {
  const topics = [...new Set(items.map((i) => i.topic))]
  return (
    <Box>
      {topics.map((topic) => (
        <Box key={topic} component="section" aria-label={topic} sx={{ mb: 1.5 }}>
          <Typography variant="h2">{topic}</Typography>
          {items
            .filter((i) => i.topic === topic)
            .map((item) => (
              <FormControlLabel
                key={item.id}
                sx={{ alignItems: 'flex-start', display: 'flex', '& .MuiCheckbox-root': { py: 0.25 } }}
                label={item.text}
                control={<Checkbox checked={isCovered(item, done)} onChange={() => onToggle(item.id)} />}
              />
            ))}
        </Box>
      ))}
    </Box>
  )
}
