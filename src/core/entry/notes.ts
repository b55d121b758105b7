import type { Job, Signed } from "./fold";

export type Note = Signed<"intake-noted">;
export type Section = Note["section"];

const keyOf = ({ section, item, part, place }: Pick<Note, "section" | "item" | "part" | "place">) =>
  [section, item, part ?? "", place ?? ""].join(" ");

/** What stands at Intake, by what it is about. */
export class Notes {
  readonly #byKey = new Map<string, Note[]>();

  constructor(readonly all: readonly Note[]) {
    for (const note of all) {
      const known = this.#byKey.get(keyOf(note));
      if (known) known.push(note);
      else this.#byKey.set(keyOf(note), [note]);
    }
  }

  /** All notes about one thing; more than one where two people answered at once. */
  about(section: Section, item: string, part: string | null = null, place: string | null = null): readonly Note[] {
    return this.#byKey.get(keyOf({ section, item, part, place })) ?? [];
  }

  /** The one answer that stands: undefined where nobody answered or two did, null where nobody knows. */
  value(
    section: Section,
    item: string,
    part: string | null = null,
    place: string | null = null,
  ): Note["value"] | undefined {
    const notes = this.about(section, item, part, place);
    return notes.length === 1 ? notes[0]!.value : undefined;
  }

  /** Things that were answered more than once. */
  get conflicts(): readonly (readonly Note[])[] {
    return [...this.#byKey.values()].filter((notes) => notes.length > 1);
  }
}

export const notesOf = (job: Pick<Job, "notes">): Notes => new Notes(job.notes);
