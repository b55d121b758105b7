/** So many frames are waited for: about a second. */
const mostFrames = 60;

/**
 * Puts the focus somewhere once a dialog that covered it is gone: what is covered takes none, and on a slow machine it is
 * uncovered some frames late. Whoever has taken the focus meanwhile keeps it.
 */
export function focusWhenFree(wanted: () => HTMLElement | null, frames = mostFrames): void {
  requestAnimationFrame(() => {
    const has = document.activeElement;
    if (has !== null && has !== document.body && has.closest("[role=dialog]") === null) return;
    wanted()?.focus();
    if (frames > 0) focusWhenFree(wanted, frames - 1);
  });
}
