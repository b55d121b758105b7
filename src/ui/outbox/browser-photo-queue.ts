import { fetchAsMe } from "./fetch-as-me";
import { PhotoQueue, type Around } from "./photo-queue";
import { browserPhotoShelf } from "./photo-shelf";
import { sendPhoto } from "./send-photo";

const retryMs = 2000;

/** The photos of this browser on their way, and what is done with each that is there. */
export const browserPhotoQueue = (onTaken: Around["onTaken"]): PhotoQueue =>
  new PhotoQueue({
    send: (photo, onProgress) => sendPhoto(photo, fetchAsMe, onProgress),
    shelf: browserPhotoShelf(),
    later: (work) => setTimeout(work, retryMs),
    onTaken,
  });
