import * as z from "@/core/z";

/** The path of everything below one job. */
export const JobPath = z.object({ job: z.uuid() });

/** A photo by the fingerprint of its file, small or whole. */
export const PhotoPath = z.object({
  photo: z.string().check(z.regex(/^[0-9a-f]{64}$/u)),
  size: z.enum(["small", "full"]),
});
