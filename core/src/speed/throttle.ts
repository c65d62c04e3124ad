/** From this share of what the engine can give, the throttle counts as full: nobody sees or logs the rest. */
export const FULL_THROTTLE_SHARE = 0.95
/** Below this share, the throttle counts as lifted. */
export const LIFTED_THROTTLE_SHARE = 0.5
