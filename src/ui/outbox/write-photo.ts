import { browserOutbox } from "./outbox";
import { photoEntry } from "./photo-entry";
import type { WaitingPhoto } from "./photo-queue";
import { sendEntries } from "./send-entries";
import type { TakenPhoto } from "./send-photo";
import { sendWaiting } from "./send-waiting";

/** Writes into a job that is not open here that it has a photo: kept first, then sent like any other entry. */
export async function writePhoto(taken: TakenPhoto, photo: WaitingPhoto): Promise<void> {
  const entry = photoEntry(photo, taken);
  const outbox = browserOutbox();
  const isKept = await outbox.put(entry).then(
    () => true,
    () => false,
  );
  if (isKept) await sendWaiting(outbox, photo.author, sendEntries).catch(() => {});
  else await sendEntries([entry]);
}
