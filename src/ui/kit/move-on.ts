const fields =
  "input:not([type=checkbox]):not([type=radio]):not([type=file]):not([disabled]), textarea:not([disabled])";

/**
 * Puts the hands into the next field, as Enter does at the bench; what is chosen by pressing is passed over.
 *
 * @param from  the field that was just filled in
 * @returns     whether there was another one
 */
export function moveOn(from: HTMLElement): boolean {
  const all = [...(from.closest("main") ?? document).querySelectorAll<HTMLInputElement>(fields)].filter(
    (field) => field.offsetParent !== null,
  );
  const next = all[all.indexOf(from as HTMLInputElement) + 1];
  next?.focus();
  next?.select();
  return next !== undefined;
}
