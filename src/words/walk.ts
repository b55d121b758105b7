import type { JobPlace } from "./places";

/** A step of the first walk: where it is, and what to try there. */
export interface WalkStep {
  readonly place: JobPlace;
  readonly title: string;
  readonly says: string;
}

/** Five steps through a practice job, in the order of the work. */
export const walk: readonly WalkStep[] = [
  {
    place: "intake",
    title: "Before anything is touched",
    says: "Say what the engine goes into and what it must do. Not knowing is an answer: it is taken as unknown, never as good.",
  },
  {
    place: "strip",
    title: "Take it apart in order",
    says: "Tick a step and its parts come out with their tags. What has to be tried or marked before it is lost is asked for first. Choose a part to say what is seen of it; “nothing there” is a finding too.",
  },
  {
    place: "measure",
    title: "Measure against the limit",
    says: "Set up a gauge, type a reading, press Enter. The mark shows the value, its uncertainty and the limit. The tag at the right says what is still open.",
  },
  {
    place: "decide",
    title: "Decide what becomes of each part",
    says: "Each line has what the evidence allows, with price and time. Accept the proposals, or go against one with a reason. What nobody has judged is left alone.",
  },
  {
    place: "hand-over",
    title: "Hand over",
    says: "The report for the owner, the estimate and the whole record are here at any time. Press ? for the keys of a screen and / to find anything, the meaning of a word too.",
  },
];
