import { many, type Sentences } from "./sentence";

/** What can be wrong with photos. */
export const photoSentences = {
  "photo-too-large": (p) =>
    `This file has ${(p.bytes / 1048576).toFixed(0)} MB; a photo may have ${(p.most / 1048576).toFixed(0)} MB. Set the camera to a smaller size.`,
  "upload-differs": () => "Another file was begun under this id. Choose the file again.",
  "unknown-upload": () => "The server knows nothing of this photo any more. Choose the file again.",
  "chunk-misfit": (p) => `Piece ${p.n} of the photo has ${p.bytes} bytes, which does not fit.`,
  "chunks-missing": (p) => `${many(p.missing, "piece")} of the photo did not arrive.`,
  "photo-too-many-pixels": (p) =>
    `This picture says it has ${p.width} × ${p.height} points; at most ${p.most} million are taken.`,
  "not-a-picture": () => "This is no photo that can be read here. Choose a JPEG, PNG, WebP or AVIF file.",
  "photo-heic": () =>
    "This is a HEIC photo, which cannot be read here. Set the phone's camera to JPEG (“most compatible”), or share the photo as JPEG.",
  "photo-damaged": (p) => `The photo is damaged or cut short (${p.why}). Take it again, or choose another file.`,
  "photo-not-clean": () =>
    "This photo carries data about its place or device; the archive did not come from this program.",
  "references-disagree": (p) =>
    `The two known lengths disagree: the part lies tilted by about ${p.tilt.toFixed(0)}°, more than was said.`,
  "photo-tilted": (p) =>
    `The part lies tilted by about ${p.tilt.toFixed(0)}°: lengths are uncertain by that. Take it again square to the camera if it matters.`,
  "outline-crosses-itself": () => "The outline crosses itself: it has no one area.",
  "outline-without-area": () => "The outline encloses nothing.",
} satisfies Sentences;
