/** A setting, a file or a folder that keeps Ochote from starting, in words for the person at the terminal. */
export class StartProblem extends Error {}
