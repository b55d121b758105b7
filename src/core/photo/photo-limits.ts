/** What a photo may weigh when it is sent, in bytes, and in what pieces it travels and is kept. */
export const photoLimits = { bytes: 40 * 1024 * 1024, chunk: 1024 * 1024, pixels: 64_000_000 } as const;

/**
 * How many pieces so many bytes travel in.
 *
 * @param bytes  of the whole file
 * @example chunkCount(1_048_577) // 2
 */
export const chunkCount = (bytes: number): number => Math.ceil(bytes / photoLimits.chunk);

/** How many bytes are in piece n of a file. */
export const chunkBytes = (bytes: number, n: number): number =>
  Math.min(photoLimits.chunk, bytes - n * photoLimits.chunk);
