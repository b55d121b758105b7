const nextTask = () => new Promise((resolve) => setTimeout(resolve));

/**
 * Types into a field as a gauge with a keyboard plug does: sign by sign, and Enter at the end. The page cannot tell
 * it from the real thing, so what works here works with that.
 */
export async function typeLikeAGauge(input: HTMLInputElement, text: string): Promise<void> {
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
  input.focus();
  for (let length = 1; length <= text.length; length += 1) {
    set.call(input, text.slice(0, length));
    input.dispatchEvent(new Event("input", { bubbles: true }));
    // Each key is an event of its own: the page has to have answered one before the next comes.
    await nextTask();
  }
  input.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
}
