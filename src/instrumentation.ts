/** Runs once when a server process begins. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { endLiveStreams } = await import("./server/live");
  // The server waits for open requests before it stops, and a page that listens would keep it waiting.
  process.once("SIGTERM", endLiveStreams);
}
