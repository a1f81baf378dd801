/** A sentence for the person at the terminal; the program ends with it and a non-zero code. */
export class StartProblem extends Error {}
