import { useEffect } from "react";

/** Has the browser ask whoever closes the page, while closing it would lose something. */
export function useAskBeforeLeaving(isAtRisk: boolean): void {
  useEffect(() => {
    if (!isAtRisk) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [isAtRisk]);
}
