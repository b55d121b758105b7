import { endLiveStreams } from "./live";

/** Lets a process end when it is asked to: the server waits for open requests, and a page that listens would keep it waiting. */
export function stopGracefully(): void {
  process.once("SIGTERM", endLiveStreams);
}
