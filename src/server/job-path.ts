import { z } from "zod";

/** The path of everything below one job. */
export const JobPath = z.object({ job: z.uuid() });
