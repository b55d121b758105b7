import type { Pack } from "./schema";

/** Where practitioners differ, by a pack that asks how this shop works. */
export interface SchoolsOfPack {
  readonly pack: string;
  readonly family: string;
  readonly schools: readonly {
    readonly id: string;
    readonly name: string;
    readonly options: readonly { readonly id: string; readonly name: string }[];
  }[];
}

/** What a shop may say once for all of its jobs, of each of these packs that asks anything. */
export const schoolsOf = (packs: readonly Pack[]): readonly SchoolsOfPack[] =>
  packs.flatMap(({ id, family, intake }) =>
    intake && intake.schools.length > 0
      ? [
          {
            pack: id,
            family,
            schools: intake.schools.map((school) => ({
              id: school.id,
              name: school.name,
              options: school.options.map((option) => ({ id: option.id, name: option.name })),
            })),
          },
        ]
      : [],
  );
