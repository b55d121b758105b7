/** A figure with its uncertainty, to two digits of it. */
export function withUncertainty(value: number, expanded: number): string {
  const decimals = Math.max(0, Math.min(3, 1 - Math.floor(Math.log10(expanded || 1e-3))));
  return `${value.toFixed(decimals)} ± ${expanded.toFixed(decimals)}`;
}
