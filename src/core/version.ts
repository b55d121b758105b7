/** Version of the core's judgements: raised when the same entries may be judged differently. */
export const coreVersion = "0.10.0";
