/** Runs once when a server process begins. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  (await import("./server/stop-gracefully")).stopGracefully();
  if (process.env.NODE_ENV === "production") (await import("./server/log")).takeConsole();
}
