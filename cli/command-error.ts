/** Something the person at the shell can put right: printed without a stack, exit code 2. */
export class CommandError extends Error {}
