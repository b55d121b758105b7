/** A broken contract inside the program: never something a person typed, which is a Problem. */
export class CoreError extends Error {
  constructor(
    readonly code: string,
    readonly detail: string,
    options?: { cause?: unknown },
  ) {
    super(`${code}: ${detail}`, options);
    this.name = "CoreError";
  }
}
