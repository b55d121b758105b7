import { byMoment } from "../entry/clock";
import type { Job, Part, Signed } from "../entry/fold";
import { keptBeside } from "../same";
import type { FindingsResult } from "../findings/assess-findings";
import { groupBy } from "../group";
import { judgement } from "../judgement";
import type { CompiledPack } from "../pack/compile-pack";
import type { PartClass, Ref } from "../pack/schema";
import type { Allowed, Circuit } from "../pack/schema-teardown";
import { problem, type Problem } from "../problem/problem";

/** What one treatment does to parts of a class; null where neither class nor material says. */
export interface TreatmentVerdict {
  readonly treatment: string;
  readonly name: string;
  readonly allowed: Allowed | null;
  readonly why: string | null;
  readonly ref: Ref | null;
  readonly caution: string | null;
}

export interface PassageResult {
  readonly circuit: Circuit;
  readonly passage: Circuit["passages"][number];
  /** Newest last. */
  readonly proofs: readonly Signed<"passage-proven">[];
  readonly clear: boolean | null;
}

export interface CleanPart {
  readonly part: Part;
  readonly cleaned: readonly Signed<"part-cleaned">[];
  readonly passages: readonly PassageResult[];
}

export interface CleanResult {
  readonly parts: readonly CleanPart[];
  /** Passages that were found not to be clear, whoever has them. */
  readonly blocked: readonly PassageResult[];
  readonly problems: readonly Problem[];
  readonly progress: { readonly done: number; readonly total: number };
}

/** What each treatment of the pack does to a class: the class's own word comes before its material's. */
export const treatmentsFor = (
  { pack }: Pick<CompiledPack, "pack">,
  partClass: PartClass,
): readonly TreatmentVerdict[] => keptTreatments(partClass, [pack], () => treatmentsOf(pack, partClass));

const keptTreatments = keptBeside<PartClass, readonly TreatmentVerdict[]>();

function treatmentsOf(pack: CompiledPack["pack"], partClass: PartClass): readonly TreatmentVerdict[] {
  const material = pack.materials.find((each) => each.id === partClass.material);
  return pack.treatments.map(({ id, name, caution }): TreatmentVerdict => {
    const own = partClass.cleaning?.treatments.find((each) => each.treatment === id);
    const general = material?.treatments.find((each) => each.treatment === id);
    const said = own ?? general;
    return {
      treatment: id,
      name,
      allowed: said?.allowed ?? null,
      why: said?.why ?? null,
      ref: own ? partClass.cleaning!.ref : general ? material!.ref : null,
      caution: caution ?? null,
    };
  });
}

/** Each passage of the circuits with what proved it clear; the last word counts. */
function passageResults(pack: CompiledPack, proofs: Job["passages"]): PassageResult[] {
  const byPassage = groupBy(proofs, (each) => `${each.circuit} ${each.passage}`);
  return pack.pack.circuits.flatMap((circuit) =>
    circuit.passages.map((passage): PassageResult => {
      const found = byPassage.get(`${circuit.id} ${passage.id}`) ?? [];
      return { circuit, passage, proofs: found, clear: found.at(-1)?.clear ?? null };
    }),
  );
}

/** What was cleaned with what, what should not have been, and which passages are proven clear. */
export function assessClean(
  pack: CompiledPack,
  job: Pick<Job, "parts" | "cleaned" | "passages">,
  { findings }: { readonly findings: FindingsResult },
): CleanResult {
  const cleanedOf = groupBy(job.cleaned, (each) => each.part);
  const passages = passageResults(pack, job.passages);
  const passagesIn = groupBy(passages, ({ passage }) => passage.in ?? null);
  const parts = [...job.parts.values()].flatMap((part): CleanPart[] => {
    const partClass = pack.classes.get(part.class);
    if (!partClass?.cleaning && !partClass?.material) return [];
    return [
      {
        part,
        cleaned: cleanedOf.get(part.id) ?? [],
        passages: part.slot === null ? [] : (passagesIn.get(part.slot) ?? []),
      },
    ];
  });

  const problems = parts.flatMap(({ part, cleaned, passages: within }): Problem[] => {
    if (cleaned.length === 0) return [];
    const partClass = pack.classes.get(part.class)!;
    const verdicts = treatmentsFor(pack, partClass);
    const where = [part.id];
    const first = cleaned.map((each) => each.at).sort(byMoment)[0]!;
    const unseen =
      findings.byPart
        .get(part.id)
        ?.lines.filter(
          ({ kind, findings: seen }) =>
            kind.lostByCleaning &&
            !seen.some((finding) => finding.phase === "before-cleaning" && byMoment(finding.at, first) <= 0),
        ) ?? [];
    const unproven = within.filter(({ clear }) => clear === null);
    return [
      ...cleaned.flatMap((each): Problem[] => {
        const verdict = verdicts.find((one) => one.treatment === each.treatment);
        const said = { tag: part.tag, treatment: verdict?.name ?? each.treatment, why: verdict?.why ?? null };
        const left = partClass.cleaning?.first.filter(({ id }) => !each.first.includes(id)) ?? [];
        return [
          ...(verdict?.allowed === "no" ? [problem("cleaned-forbidden", where, said)] : []),
          ...(!verdict || verdict.allowed === null ? [problem("cleaned-unknown", where, said)] : []),
          ...(left.length > 0
            ? [
                problem("cleaned-with-plugs", where, {
                  tag: part.tag,
                  left: left.map(({ name }) => name).join(", "),
                }),
              ]
            : []),
        ];
      }),
      ...(unseen.length > 0
        ? [
            problem("lost-by-cleaning", where, {
              tag: part.tag,
              findings: [...new Set(unseen.map(({ kind }) => kind.name))].join(", "),
              count: unseen.length,
            }),
          ]
        : []),
      ...(unproven.length > 0
        ? [
            problem("passages-unproven", where, {
              tag: part.tag,
              count: unproven.length,
              of: within.length,
              passage: unproven[0]!.passage.name,
            }),
          ]
        : []),
    ];
  });

  const partAt = new Map([...job.parts.values()].map((part) => [part.slot, part]));
  const blocked = passages
    .filter(({ clear }) => clear === false)
    .map(({ passage, circuit }) => {
      const tag = partAt.get(passage.in ?? null)?.tag ?? null;
      return problem("passage-blocked", [circuit.id, passage.id], { passage: passage.name, tag });
    });
  const open = parts.filter(({ part }) => part.slot !== null);
  const drilled = open.flatMap((each) => each.passages);
  return {
    parts,
    blocked: passages.filter(({ clear }) => clear === false),
    problems: [...problems, ...blocked],
    progress: {
      done:
        open.filter((each) => each.cleaned.length > 0).length + drilled.filter((each) => each.clear === true).length,
      total: open.length + drilled.length,
    },
  };
}

export const cleanJudgement = judgement({
  lists: ["parts", "cleaned", "passages"],
  needs: ["findings"],
  assess: assessClean,
  problems: ({ problems }) => problems,
  stations: { clean: ({ progress }) => (progress.total > 0 ? progress : null) },
});
