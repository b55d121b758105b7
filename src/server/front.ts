/** What the front of the web process has put into the request: a browser's own headers of these names never get here. */
export const frontHeaders = {
  /** The address that limits count by. */
  address: "x-ember-address",
  /** The request's id, which the page shows with an error and the log has too. */
  request: "x-ember-request",
  /** By which the page's own scripts and styles are told from others'. */
  nonce: "x-ember-nonce",
} as const;

export const addressOf = ({ headers }: Request): string => headers.get(frontHeaders.address) ?? "unknown";
export const requestIdOf = ({ headers }: Request): string | null => headers.get(frontHeaders.request);
