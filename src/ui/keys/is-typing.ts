/**
 * Whether a key belongs to a field that a person writes into. A reading cell that nothing is typed into yet gives
 * letters away: no reading begins with one.
 */
export function isTyping({ target }: { readonly target: EventTarget | null }): boolean {
  const field = target instanceof Element ? target.closest("input, textarea, select") : null;
  return field !== null && !field.hasAttribute("data-untouched");
}
