import { assessClean, type CleanResult } from "./clean/assess-clean";
import { assessCrack, type CrackResult } from "./crack/assess-crack";
import type { Job } from "./entry/fold";
import { assessFindings, type FindingsResult } from "./findings/assess-findings";
import { assessLedger, type LedgerResult } from "./fragments/ledger";
import { notesOf } from "./entry/notes";
import type { CompiledPack } from "./pack/compile-pack";
import { assessStrip, type StripResult } from "./strip/assess-strip";

/** What taking apart, cleaning and crack-checking showed. */
export interface Teardown {
  /** Null where the pack has no strip list. */
  readonly strip: StripResult | null;
  readonly findings: FindingsResult;
  readonly ledger: LedgerResult;
  readonly clean: CleanResult;
  readonly crack: CrackResult;
}

/** Everything of a job that a teardown rests on; readings have no part in it. */
const basisOf = ({
  parts,
  ticks,
  checks,
  cameOut,
  findings,
  broken,
  fragments,
  residues,
  searched,
  cleaned,
  passages,
  crackChecks,
  cracks,
  threads,
  scrapped,
  notes,
}: Job) =>
  [
    parts,
    ticks,
    checks,
    cameOut,
    findings,
    broken,
    fragments,
    residues,
    searched,
    cleaned,
    passages,
    crackChecks,
    cracks,
    threads,
    scrapped,
    notes,
  ] as const;

/** Judges one job's teardown as it grows; while nothing of it changed, the answer before stands. */
export function createTeardown(pack: CompiledPack): (job: Job) => Teardown {
  let before: { readonly basis: readonly unknown[]; readonly teardown: Teardown } | null = null;
  return (job) => {
    const basis = basisOf(job);
    if (before && basis.every((each, at) => each === before!.basis[at])) return before.teardown;
    const notes = notesOf(job);
    const schools = new Map(
      pack.pack.intake?.schools.map(({ id }) => {
        const value = notes.value("school", id);
        return [id, typeof value === "string" ? value : null] as const;
      }),
    );
    const findings = assessFindings(pack, job);
    const teardown: Teardown = {
      strip: assessStrip(pack, job),
      findings,
      ledger: assessLedger(pack, job),
      clean: assessClean(pack, job, findings),
      crack: assessCrack(pack, job, schools),
    };
    before = { basis, teardown };
    return teardown;
  };
}
