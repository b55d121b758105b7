import type { Path } from "../problem/problem";
import type { Attribute, AttributeValue, Mating, MatingEnd } from "../pack/schema-match";
import type { Parts } from "../pack/schema-relations";
import { slotsOf } from "../pack/slots-of";
import type { LintContext } from "./lint-context";

/** Everything that is wrong with what a pack says of what goes with what: names that lead nowhere, words where figures are meant. */
export function lintMatch(lint: LintContext): void {
  const { pack, ids, report, checkRef, each } = lint;
  const { match } = pack;
  if (!match) return;
  const path: Path = ["match"];
  const classes = new Set(pack.classes.map(({ id }) => id));
  const slots = new Set(pack.slots.map(({ id }) => id));
  const attributes = new Map(match.attributes.map((attribute) => [attribute.id, attribute]));
  ids(match.attributes, [...path, "attributes"]);
  each(match.attributes, [...path, "attributes"], ({ measured }, at) => {
    for (const { class: id, feature } of measured) {
      const partClass = pack.classes.find((each) => each.id === id);
      if (!partClass) report("unknown-class", [...at, "measured"], { class: id });
      else if (!partClass.features.some((each) => each.id === feature)) report("unknown-feature", [...at, "measured"], { feature }); // prettier-ignore
    }
  });
  ids(match.matings, [...path, "matings"]);
  ids(match.quantities, [...path, "quantities"]);
  each(match.quantities, [...path, "quantities"], ({ ref }, at) => checkRef(ref, [...at, "ref"]));
  const parts = ({ classes: of, slots: named }: Parts, at: Path) => {
    for (const id of of) if (!classes.has(id)) report("unknown-class", at, { class: id });
    for (const id of named) if (!slots.has(id)) report("unknown-slot", at, { slot: id });
  };
  const attribute = (id: string, at: Path): Attribute | null => {
    const found = attributes.get(id);
    if (!found) report("unknown-attribute", at, { attribute: id });
    return found ?? null;
  };
  const word = (of: Attribute | null, id: string, at: Path) => {
    if (of && !of.values.some((value) => value.id === id)) report("not-a-value", at, { attribute: of.id, value: id });
  };
  const figure = (of: Attribute | null, at: Path) => {
    if (of && of.unit === undefined) report("not-a-figure", at, { attribute: of.id });
  };
  const value = (of: Attribute | null, given: AttributeValue, at: Path) =>
    typeof given === "string" ? word(of, given, at) : figure(of, at);
  const end = (given: MatingEnd, at: Path) => {
    if (typeof given !== "string") parts(given, at);
  };
  const fitted = new Set(
    (pack.identity?.places ?? []).flatMap(({ rules }) =>
      rules.flatMap(({ revisions }) => revisions.map(({ part, revision }) => `${part} ${revision}`)),
    ),
  );
  if (match.looks) parts(match.looks, [...path, "looks"]);
  each(match.known, [...path, "known"], ({ of, values, ref }, at) => {
    checkRef(ref, [...at, "ref"]);
    if ("built" in of) {
      const { built: part, revision } = of;
      if (!fitted.has(`${part} ${revision}`)) report("unknown-built-revision", [...at, "of"], { part, revision });
    } else if (!("question" in of)) parts(of, [...at, "of"]);
    else {
      const question = pack.intake?.questions.find(({ id }) => id === of.question);
      for (const option of of.options)
        if (!question?.options.some(({ id }) => id === option))
          report("unknown-answer", [...at, "of"], { tell: of.question, answer: option });
    }
    for (const [id, given] of Object.entries(values)) value(attribute(id, at), given, [...at, "values"]);
  });

  const matingAt = (mating: Mating, at: Path) => {
    checkRef(mating.ref, [...at, "ref"]);
    ids(mating.remedies, [...at, "remedies"]);
    const own = attribute(mating.attribute, at);
    const { cause, findings } = mating.wrong;
    // A pack without a network of causes has nothing to link to.
    if (pack.diagnosis && cause !== undefined && !pack.diagnosis.causes.some(({ id }) => id === cause.id))
      report("unknown-cause-node", [...at, "wrong"], { id: cause.id });
    for (const id of findings)
      if (pack.diagnosis && !pack.diagnosis.findings.some((finding) => finding.id === id))
        report("unknown-cause-node", [...at, "wrong"], { id });
    if (mating.is === "interchange") {
      parts(mating.of, at);
      for (const rule of mating.rules) {
        word(own, rule.value, at);
        if (rule.tested) word(attribute(rule.tested.attribute, at), rule.tested.value, at);
        if (rule.then === "tested" && !rule.tested) report("test-not-named", at, { value: rule.value });
        for (const variant of rule.variants)
          if (!pack.variants.some(({ id }) => id === variant)) report("unknown-variant", at, { variant });
      }
      return;
    }
    if (mating.is === "sum") {
      parts(mating.of, at);
      figure(own, at);
      return;
    }
    if (mating.is === "same") return parts(mating.of, at);
    end(mating.one, at);
    end(mating.other, at);
    const others = mating.otherAttribute === undefined ? own : attribute(mating.otherAttribute, at);
    if (own && others && mating.is !== "size" && (own.unit === undefined) !== (others.unit === undefined))
      report("ends-unlike", at, { one: own.id, other: others.id });
    // Words of one list are other words than those of another, unless a table says what goes with what.
    switch (mating.is) {
      case "table":
      case "complement":
        for (const [a, b] of mating.pairs) {
          word(own, a, at);
          word(others, b, at);
        }
        return;
      case "accepts":
        for (const { value: one, takes } of mating.accepts) {
          word(own, one, at);
          for (const each of takes) word(others, each, at);
        }
        return;
      case "fit":
      case "aligned":
      case "capacity":
        figure(own, at);
        figure(others, at);
        return;
      case "size":
        for (const { size } of mating.sizes) word(own, size, at);
        figure(others, at);
        return;
      case "clocking":
        for (const id of [mating.off, ...(mating.range === undefined ? [] : [mating.range])]) figure(attribute(id, at), at); // prettier-ignore
        return;
      case "pattern":
        if (mating.seen) {
          end(mating.seen.of, at);
          const seen = attribute(mating.seen.attribute, at);
          for (const id of mating.seen.values) word(seen, id, at);
        }
        return;
      case "equal":
        return;
    }
  };
  each(match.matings, [...path, "matings"], matingAt);
  const isAnywhere = (given: MatingEnd) => typeof given === "string" || slotsOf({ pack }, given).length > 0;
  each(match.matings, [...path, "matings"], (mating, at) => {
    const of = "of" in mating ? [mating.of] : [mating.one, mating.other];
    // Of two that are no part neither can be changed.
    if (!of.every(isAnywhere) || of.every((end) => typeof end === "string"))
      report("mating-nowhere", at, { mating: mating.id });
  });
}
