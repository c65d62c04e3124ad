/** A note that asks nothing. */
export const noQuestion = { isQuestion: false, answer: '' }
