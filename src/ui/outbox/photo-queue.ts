import type { Payload } from "@/core/entry/schema";
import type { Problem } from "@/core/problem/problem";
import type { Answered } from "./ask-server";
import type { TakenPhoto } from "./send-photo";

/** What a photo is of. */
export type PhotoAbout = Pick<Payload<"photo-added">, "part" | "place" | "station" | "words">;

export interface WaitingPhoto {
  readonly id: string;
  readonly job: string;
  readonly author: string;
  readonly name: string;
  readonly file: Blob;
  readonly about: PhotoAbout;
}

/** Photos that wait in the browser until the server has them. */
export interface PhotoShelf {
  readonly put: (photo: WaitingPhoto) => Promise<void>;
  readonly forget: (id: string) => Promise<void>;
  /** What one person left, of whatever job. */
  readonly load: (author: string) => Promise<readonly WaitingPhoto[]>;
}

export interface QueuedPhoto {
  readonly id: string;
  readonly job: string;
  readonly name: string;
  readonly about: PhotoAbout;
  /** Share that is there. */
  readonly share: number;
  readonly state: "sending" | "waiting" | "refused";
  /** This browser has it: it survives a closed tab. */
  readonly isKept: boolean;
  readonly problems: readonly Problem[];
}

export interface Around {
  readonly send: (photo: WaitingPhoto, onProgress: (share: number) => void) => Promise<Answered<TakenPhoto>>;
  readonly shelf: PhotoShelf;
  readonly later: (work: () => void) => void;
  /** Writes into its job that it has this photo; until that is done the photo stays on the shelf. */
  readonly onTaken: (taken: TakenPhoto, photo: WaitingPhoto) => void | Promise<void>;
}

/**
 * Photos on their way to the server, one after the other. Each is put on the browser's shelf first: a tab that is
 * closed, or a phone that loses its network, goes on where it was.
 */
export class PhotoQueue {
  #shown: readonly QueuedPhoto[] = [];
  readonly #files = new Map<string, WaitingPhoto>();
  #busy = false;
  readonly #listeners = new Set<() => void>();

  constructor(private readonly around: Around) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly state = (): readonly QueuedPhoto[] => this.#shown;

  #show(next: readonly QueuedPhoto[]): void {
    this.#shown = next;
    for (const listener of this.#listeners) listener();
  }
  #change(id: string, change: Partial<QueuedPhoto>): void {
    this.#show(this.#shown.map((each) => (each.id === id ? { ...each, ...change } : each)));
  }

  async restore(author: string): Promise<void> {
    for (const photo of await this.around.shelf.load(author).catch(() => []))
      if (!this.#files.has(photo.id)) this.#enqueue(photo, true);
    void this.#work();
  }

  async add(photo: WaitingPhoto): Promise<void> {
    // A browser that keeps nothing, as one whose storage is full, still sends what it holds in memory, and says so.
    const isKept = await this.around.shelf.put(photo).then(
      () => true,
      () => false,
    );
    this.#enqueue(photo, isKept);
    void this.#work();
  }

  #enqueue(photo: WaitingPhoto, isKept: boolean): void {
    this.#files.set(photo.id, photo);
    this.#show([
      ...this.#shown,
      { id: photo.id, job: photo.job, name: photo.name, about: photo.about, share: 0, state: "waiting", isKept, problems: [] }, // prettier-ignore
    ]);
  }

  /** Lets one go: refused ones once a person has seen why, others before they are there. */
  dismiss(id: string): void {
    this.#files.delete(id);
    void this.around.shelf.forget(id).catch(() => {});
    this.#show(this.#shown.filter((each) => each.id !== id));
  }

  async #work(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    try {
      for (
        let next = this.#shown.find((each) => each.state === "waiting");
        next;
        next = this.#shown.find((each) => each.state === "waiting")
      ) {
        const { id } = next;
        this.#change(id, { state: "sending" });
        const photo = this.#files.get(id)!;
        const sent = await this.around.send(photo, (share) => this.#change(id, { share }));
        if ("value" in sent) {
          if (this.#files.has(id)) await this.around.onTaken(sent.value, photo);
          this.dismiss(id);
        } else if ("problems" in sent) {
          this.#change(id, { state: "refused", problems: sent.problems });
          await this.around.shelf.forget(id).catch(() => {});
        } else {
          this.#change(id, { state: "waiting" });
          return this.around.later(() => void this.#work());
        }
      }
    } finally {
      this.#busy = false;
    }
  }
}
