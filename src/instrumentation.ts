/** Runs once when a server process begins. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === "nodejs") (await import("./server/stop-gracefully")).stopGracefully();
}
