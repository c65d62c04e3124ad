import { styled } from '@mui/material/styles'

/** The frame of a map: it fills its place, and fingers move the map, not the page. */
export const MapFrame = styled('div')({
  position: 'relative',
  width: '100%',
  height: '100%',
  minHeight: 260,
  overflow: 'hidden',
  touchAction: 'none',
  userSelect: 'none',
})
