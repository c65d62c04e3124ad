import { Box } from '@mui/material'
import type { ReactNode, RefObject } from 'react'
import type { OpenVideo, Player } from './useVideo'

interface VideoScreenProps {
  element: RefObject<HTMLVideoElement | null>
  video: OpenVideo
  says: string
  events?: Player['events']
  /** what lies over the picture */
  children?: ReactNode
}

/** The picture of a video, without a sound or a player of the browser's own. */
export function VideoScreen({ element, video, says, events, children }: VideoScreenProps) {
  return (
    <Box sx={{ position: 'relative', bgcolor: 'common.black', lineHeight: 0 }}>
      <video ref={element} src={video.url} muted playsInline preload="auto" style={{ width: '100%' }} aria-label={says} {...events} />
      {children}
    </Box>
  )
}
