import { Box, Tab, Tabs } from '@mui/material'
import type { ReactNode } from 'react'

interface PanelTabsProps<K extends string> {
  label: string
  /** begins the ids of tabs and panel */
  id: string
  names: Readonly<Record<K, string>>
  open: K
  onOpen: (key: K) => void
  children: ReactNode
}

/** The panel beside a drawing: tabs, and the open one's content, which scrolls. */
export function PanelTabs<K extends string>({ label, id, names, open, onOpen, children }: PanelTabsProps<K>) {
  return (
    <>
      <Tabs
        value={open}
        onChange={(_e, next: K) => onOpen(next)}
        variant="fullWidth"
        aria-label={label}
        sx={{ borderBottom: 1, borderColor: 'divider', minHeight: 40, flexShrink: 0 }}
      >
        {(Object.keys(names) as K[]).map((key) => (
          <Tab
            key={key}
            value={key}
            label={names[key]}
            id={`${id}-tab-${key}`}
            aria-controls={`${id}-${key}`}
            sx={{ textTransform: 'none', minWidth: 0, minHeight: 40, px: 0.5 }}
          />
        ))}
      </Tabs>
      <Box
        role="tabpanel"
        id={`${id}-${open}`}
        aria-labelledby={`${id}-tab-${open}`}
        tabIndex={0}
        sx={{ px: 2, py: 1.5, overflowY: 'auto', flex: 1 }}
      >
        {children}
      </Box>
    </>
  )
}
