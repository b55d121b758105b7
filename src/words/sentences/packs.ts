import { grouped } from "../grouped";
import { many, type Sentences } from "./sentence";
import { serverSentences } from "./server";
import { teardownSentences } from "./teardown";

/** What the linter finds in a pack, and nobody who works on an engine. */
export const packSentences = {
  "revision-taken": (p) =>
    `revision ${p.revision} of “${p.id}” is here already and says something else: give yours the next revision.`,
  "json-comment": () =>
    "a comment stands here; a pack is plain JSON, which has none. Take it out, or make a note of it.",
  "json-trailing-comma": () => "a comma stands here with nothing after it. Take it out.",
  "json-syntax": (p) => `this is not JSON: ${p.detail}.`,
  "unknown-property": (p) => `nothing here is called “${p.property}”.`,
  "feature-says-nothing": (p) =>
    `“${p.feature}” is measured and nothing rests on it: let it decide, let another rest on it, or leave it out.`,
  "joint-without-give": (p) =>
    `the joint “${p.joint}” has a limit, and no end of it gives way: no proposal will follow. Name the cheap end in givesWay.`,
  "rule-owed": (p) =>
    `A ${p.class} commonly hurts people where it fails, and has no “rule”: no floor under its chance, and milder ways past what refuses it. Give it one.`,
  "finding-without-consequence": (p) =>
    `“${p.finding}” can be seen, and no consequence speaks of it: what is usual for its nature (${p.nature}) follows. Write what does.`,
  "wears-away-from-limit": (p) =>
    `“${p.characteristic}” wears towards ${p.wears} and is bounded on the other side only: wear never reaches its limit.`,
  "outline-draws-nothing": (p) => `the outline “${p.outline}” moves and draws no line.`,
  "angle-in-degrees": (p) =>
    `angles are in radians: ${p.value} is ${Math.round((p.value * 180) / Math.PI)}° as a limit of “${p.characteristic}”. Divide degrees by 57.2958.`,
  "class-without-slot": (p) => `no slot holds a part of class “${p.class}”: nobody will be asked about it.`,
  "unknown-attribute": (p) => `there is no attribute “${p.attribute}”.`,
  "not-a-value": (p) => `“${p.value}” is not one of the words of “${p.attribute}”.`,
  "not-a-figure": (p) => `“${p.attribute}” is words; a figure with a unit is asked for here.`,
  "ends-unlike": (p) => `“${p.one}” and “${p.other}” are a figure and words: they cannot be held against each other.`,
  "test-not-named": (p) => `parts of “${p.value}” go only when tested, and no test is named.`,
  "mating-nowhere": (p) => `“${p.mating}” holds at no place of this engine.`,
  "unknown-cause-node": (p) => `The network of causes names “${p.id}”, which is not there.`,
  "unknown-table": (p) => `There is no table of places “${p.table}”.`,
  "no-place-on-plate": (p) =>
    `The plate “${p.plate}” has no place “${p.place}”: what it pairs would have no neighbour.`,
  "pair-twice": (p) => `The pair “${p.one}” and “${p.other}” stands here twice.`,
  "table-of-other-plates": (p) =>
    `The table “${p.table}” pairs other plates than those of “${p.node}” and “${p.of}”: by it nothing would be reached.`,
  "unknown-plate": (p) => `There is no plate “${p.plate}”.`,
  "cause-cycle": (p) => `These bring each other about in a circle: ${p.nodes}.`,
  "discount-out-of-reach": (p) =>
    `The discount “${p.id}” asks for ${p.from} bought together, and the engine has ${many(p.places, "place")} for them.`,
  "discount-past-price": (p) =>
    `With the discount “${p.id}” ${p.off} in all come off “${p.class}”, which costs ${p.price}.`,
  "cause-shares": (p) =>
    `The chances of “${p.id}” leave nothing for their opposite, or are not of one count of grades.`,
  "cause-unrecordable": (p) => `Nobody can record the finding “${p.finding}”.`,
  "causes-alike": (p) => `No finding tells “${p.first}” and “${p.second}” apart.`,
  "cause-without-test": (p) => `No finding that anybody can record confirms “${p.cause}”.`,
  "gateways-many": (p) => `${p.count} states of the whole engine reach into its places: ${p.names}.`,
  "root-into-places": (p) => `The root cause “${p.cause}” reaches straight into ${p.count} events of places.`,
  "collectors-many": (p) => `${p.count} events gather from all places: ${p.names}.`,
  "source-unused": (p) => `nothing refers to the source “${p.source}”.`,
  "unknown-series": (p) => `this part class has no series “${p.series}”.`,
  "unknown-revision": (p) => `this part class has no revision “${p.revision}”.`,
  "number-twice": (p) => `the number ${p.number} stands for revision “${p.other}” already.`,
  "unknown-variant": (p) => `there is no variant “${p.variant}”.`,
  "unknown-unit": (p) => `there is no unit “${p.unit}”.`,
  "variant-without-prior": (p) => `the variant “${p.variant}” has no prior.`,
  "stories-past-one": (p) => `the priors of the stories add up to ${p.sum}; they must stay below 1.`,
  "shows-what-it-leaves": (p) => `the story “${p.story}” says what “${p.tell}” shows without freeing it.`,
  "origin-of-nothing": () => "An origin is a part's, and no part is spoken of here.",
  "unknown-built-revision": (p) =>
    `No number of this pack says that an engine was built with ${p.part} ${p.revision}. Name a revision that a rule of Identify has.`,
  "unknown-answer": (p) => `“${p.tell}” has no answer “${p.answer}”.`,
  "unknown-evidence": (p) => `there is no place and no tell “${p.id}”.`,
  "range-backwards": (p) => `the range runs from ${p.from} to ${p.to}.`,
  "ranges-without-serial": () => "the rule has ranges and no segment that is the serial.",
  "ranges-overlap": (p) => `the range overlaps range ${p.with} without saying that it means to.`,
  "answers-not-one": (p) =>
    `the answers of “${p.tell}” add up to ${p.sum} for the variant “${p.variant}”; they must add up to 1.`,
  "variants-not-separated": (p) => `no combination of tells separates the variants “${p.a}” and “${p.b}”.`,
  "id-twice": (p) => `the id “${p.id}” stands here twice.`,
  "unknown-source": (p) => `the source “${p.source}” is not in the list of sources.`,
  "throw-misfits": (p) =>
    `In the table of throws of the layout “${p.layout}” cylinder ${p.cylinder} hangs on ${p.times === 0 ? "no pin" : `${p.times} pins`}.`,
  "no-such-question": (p) => `The layout “${p.layout}” asks no question “${p.question}”.`,
  "no-such-option": (p) => `“${p.answer}” is none of the answers: ${p.options}.`,
  "firing-order-misfits": (p) => `A firing order names each of the ${p.cylinders} cylinders once.`,
  "firing-order-against-crank": (p) =>
    `The crank of the layout “${p.layout}” cannot fire in this order: a piston would not be at its dead centre.`,
  "relation-names-nothing": (p) =>
    `The relation “${p.relation}” names “${p.id}”, which is no ${p.index} of this engine.`,
  "unfolds-too-far": (p) => `Laid out over the engine this comes to more than ${grouped(p.most)} things.`,
  "unknown-name-in-template": (p) => `nothing here is called “${p.name}”.`,
  "unknown-index": (p) => `there is no index set or relation “${p.index}”.`,
  "no-position": (p) => `the layout does not say where “${p.index}” lies on the drawing “${p.drawing}”.`,
  "limit-in-wrong-unit": (p) => `“${p.unit}” is no unit of what this limit is of: ${p.units}.`,
  "limit-of-nothing": (p) => `there is no “${p.name}” to limit${p.meant ? `. Did you mean “${p.meant}”?` : "."}`,
  "limit-said-twice": (p) => `this limit stands in row ${p.row} already: which of the two is meant?`,
  "limit-without-figure": () => "a limit has a least, a most, or both.",
  "without-nothing": (p) => `there is no “${p.name}” to leave out${p.meant ? `. Did you mean “${p.meant}”?` : "."}`,
  "said-of-nothing": (p) => `nothing that has a source stands at “${p.of}”.`,
  "order-names-nothing": (p) =>
    `there is no “${p.name}” to put in order${p.meant ? `. Did you mean “${p.meant}”?` : "."}`,
  "open-brace": (p) => `“${p.text}” was not filled in.`,
  "newer-library": (p) =>
    `The sheet is written over version ${p.version} of the trade library, and this program has version ${p.has}. Take in a newer program first.`,
  "no-such-layout": (p) => `there is no layout “${p.layout}”${p.meant ? `. Did you mean “${p.meant}”?` : "."}`,
  "refers-to-nothing": (p) => `${p.path} refers to “${p.name}”, which this engine has not.`,
  "unknown-class": (p) => `there is no part class “${p.class}”.`,
  "unknown-drawing": (p) => `there is no drawing “${p.drawing}”.`,
  "unknown-point": (p) => `this feature has no point “${p.point}”.`,
  "point-not-drawn": (p) => `the drawing does not show where the gauge goes for the point “${p.point}”.`,
  "unknown-outline": (p) => `there is no outline “${p.outline}”.`,
  "unknown-feature": (p) => `this part class has no feature “${p.feature}”.`,
  "unknown-station": (p) => `there is no station “${p.station}”.`,
  "unknown-fact": (p) => `there is no fact “${p.fact}”.`,
  "unknown-end": (p) => `the joint has no end “${p.end}”.`,
  "end-missing": (p) => `the end “${p.end}” is missing at this place.`,
  "unknown-axis": (p) => `no point of this feature lies along an axis “${p.axis}”.`,
  "no-such-points": (p) => `no point of this feature has ${p.axis} “${p.place}”.`,
  "thumb-without-diameter": (p) => `the rule of thumb “${p.rule}” goes by a diameter, and none is given.`,
  "thumb-with-diameter": (p) => `the rule of thumb “${p.rule}” does not go by a diameter: leave it out.`,
  "unknown-figure": (p) =>
    `there is no figure “${p.figure}”: the page Figures lists what there is, and \`ember lint --explain\` how it is named.`,
  "figure-input-missing": (p) =>
    `the figure “${p.figure}” is worked out from “${p.input}” too, and nothing stands for it.`,
  "limit-of-another-kind": (p) => `the limit is printed in ${p.printed}, and its value is in ${p.unit}.`,
  "thumb-of-no-length": (p) => `the rule of thumb “${p.rule}” is of a length, and this is shown in ${p.unit}.`,
  "fit-without-place": (p) => `the point “${p.point}” has no place for ${p.fit}.`,
  "fit-without-face": (p) => `${p.fit} is not fitted over a face: it has no square to lie within.`,
  "fit-within-empty": (p) => `no square of ${p.within} mm holds four of the points: nothing could be said of it.`,
  "places-differ": (p) => `the feature “${p.feature}” has no entry for some of these places.`,
  "new-outside-reassembly": () => "the band of a new part lies outside the reassembly limit.",
  "reassembly-outside-in-service": () => "the reassembly limit lies outside the limit in service.",
  "rework-needs-new-size": () => "a rework needs the upper bound of the new size.",
  "dimension-mismatch": (p) => `${p.needed} is needed here, and this comes out as ${p.got}.`,

  "unknown-treatment": (p) => `there is no treatment “${p.id}”.`,
  "unknown-zone": (p) => `there is no zone “${p.id}”.`,
  "unknown-material": (p) => `there is no material “${p.id}”.`,
  "no-such-place-here": (p) =>
    `What this holds for has no place “${p.place}”: only limits of a feature that is measured at places can name one.`,
  "slot-has-nothing": (p) => `No feature and no finding of the part in “${p.slot}” has a place “${p.place}”.`,
  "unknown-place": (p) => `this part class has no place “${p.id}”.`,
  "unknown-step": (p) => `there is no step “${p.id}”.`,
  "unknown-operation": (p) => `there is no operation “${p.id}” in shop.`,
  "unknown-position": (p) => `there is no position “${p.id}”.`,
  "unknown-node": (p) => `the circuit has no node “${p.id}”.`,
  "unknown-school": (p) => `there is no school and option “${p.id}”.`,
  "pairs-uneven": (p) => `“${p.relation}” pairs ${p.one} parts with ${p.other}: as many of each, or one with all.`,
  "consequence-of-nothing": (p) =>
    `consequence “${p.consequence}” speaks of “${p.what}”, which its class does not have.`,
  "zone-without-verdict": (p) =>
    `the last rule of zone “${p.zone}” has conditions: a crack that meets none of its rules would have no verdict.`,
  "zone-outside-map": (p) => `zone “${p.zone}” reaches beyond its map.`,
  "rule-shuts-out-its-zone": (p) => `a rule of zone “${p.zone}” holds only for cracks that stay out of it.`,
  "zone-crosses-itself": (p) => `the outline of zone “${p.zone}” crosses itself.`,
  "zone-without-axis": (p) => `a rule asks how a crack runs, and zone “${p.zone}” has no axis.`,
  "repair-and-verdict": (p) => `in zone “${p.zone}”: what is repairable names its repair, and nothing else does.`,
  "none-is-given": (p) =>
    `“none” is every finding's ‘looked, nothing there’; “${p.id}” cannot give it another meaning.`,
  "slot-within-itself": (p) => `the slot “${p.slot}” sits, by way of others, in itself.`,
  "steps-in-circle": (p) => `these steps wait for each other in a circle, or for one that does: ${p.steps}.`,
  "slot-removed-twice": (p) => `the part of slot “${p.slot}” comes out with the step “${p.step}” already.`,
  "loses-without-lock": (p) => `the step “${p.step}” loses “${p.position}”, and no step before it locks or marks that.`,
  "check-without-answer": (p) => `the check “${p.check}” has neither states nor a figure: there is nothing to note.`,
  "circuit-part-unreachable": (p) => `nothing flows to “${p.node}” from where the circuit “${p.circuit}” begins.`,

  // These are said at the bench too.
  "unknown-slot": serverSentences["unknown-slot"],
  "unknown-method": teardownSentences["unknown-method"],
} satisfies Sentences;
