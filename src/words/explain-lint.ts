import { figures } from "@/core/figures/figures";
import type { packSentences } from "./sentences/packs";

/** What each finding of the linter means, and what to do about it. */
export const explanations: Readonly<Record<keyof typeof packSentences, string>> = {
  "revision-taken": "A revision never changes: jobs are pinned to it. What is new is a new revision.",
  "json-comment": "JSON has no comments. Take it out; what it says can stand as a note or a why.",
  "json-trailing-comma": "After the last thing of a list or an object there is no comma. Take it out.",
  "json-syntax":
    "The text is not JSON at this place: a bracket, a quote or a comma is missing or too many just before it.",
  "unknown-property":
    "The format has no such property here. A slip of the pen is the usual cause; what is unknown is never read, and so is refused.",
  "feature-says-nothing":
    "A feature that has no limit, decides nothing, that no other rests on, that meets nothing in a joint and is no allowance is measured for nothing.",
  "joint-without-give":
    "While a joint is outside its limits the ends in givesWay are not used again. Without one a person is asked about each of its ends.",
  "rule-owed":
    "A class with a rule has a floor under its chance that no money buys, is looked at part by part, and is refused by heat, fatigue and bending from moderate on. Parts whose failure hurts people have one.",
  "finding-without-consequence":
    "Where the pack is silent the cautious usual practice follows the finding's nature. Say it yourself, with its reason and source.",
  "wears-away-from-limit":
    "wearsTowards says on which side a part wears out; the reassembly limit must bound that side.",
  "outline-draws-nothing":
    "A path that only moves, or that ends where it began, leaves no line. Add L, H, V, C, Q or A.",
  "angle-in-degrees":
    "Limits are in core units, and the core unit of an angle is the radian: degrees divided by 57.2958.",
  "class-without-slot": "Parts are asked for by slot. A class without one is never tagged, measured or decided.",
  "unknown-attribute":
    "Matings and what the book knows name attributes by id. Add it to match.attributes, or look for a slip of the pen.",
  "not-a-value":
    "An attribute without a unit is one of its own words. Add the word to its values, or use one that is there.",
  "not-a-figure":
    "Fits, planes, sums, ratings and teeth are counted or measured: give the attribute a unit and no words.",
  "ends-unlike":
    "Both ends of a mating are words, or both are figures in units of one kind. A size designation is words on one side: use is: size.",
  "test-not-named": "Name the attribute and the word it has once a part was tested and may be used.",
  "mating-nowhere":
    "One of its ends has no slot in this engine, so nobody is ever asked. Name a class or slot that is there.",
  "unknown-cause-node":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-table":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "no-place-on-plate":
    "A table pairs a place that its plate does not have. What hangs on the pair would reach nothing, and nobody would be told. Look for a slip of the pen.",
  "pair-twice": "Once is enough: what a table pairs counts once. Another pair is perhaps meant.",
  "table-of-other-plates":
    "A link reaches along a table from a place of the node's own plate to places of the other's. Name a table of those two plates.",
  "unknown-plate":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "cause-cycle":
    "What brings about what runs one way in time. Take out the link that runs back, or split the event into before and after.",
  "discount-out-of-reach":
    "A discount counts what one engine buys. Name more classes or slots in its parts, or ask for fewer in from.",
  "discount-past-price":
    "off is what each part costs less, in the currency of the price list. Every class it is for has a price there, and one above it.",
  "cause-shares":
    "Of a finding with grades the shares of a cause sum to less than one, and every cause and the leak have as many; a table has a row for each combination.",
  "cause-unrecordable": "Say what it is read off (reads), or the question by which it is answered (ask).",
  "causes-alike":
    "Two causes with the same effects, as likely, are one cause to whoever looks. Add a finding that only one of them brings about.",
  "cause-without-test":
    "A cause is settled by a test that is recorded. Name a finding in confirm that has reads or ask.",
  "gateways-many":
    "Each doubles what has to be worked out for every place. Let several causes meet in one event of the whole engine, and that one reach into the places.",
  "root-into-places":
    "Let it bring about an event of the whole engine, and that event reach into the places: beliefs come much faster.",
  "collectors-many":
    "Each ties all places together once it is seen. Let findings of the whole engine hang on few events that gather from its places.",
  "source-unused": "A source that no fact refers to. Take it out, or refer to it where it is used.",
  "unknown-series":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-revision":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "number-twice": "A number that stands for two revisions tells neither.",
  "unknown-variant":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-unit":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "variant-without-prior": "Every variant has a prior: how common it is among engines that come in.",
  "stories-past-one":
    "The stories and 'nothing happened' share all of the probability, so that the stories stay below 1.",
  "shows-what-it-leaves": "A story can say only of a tell that it frees what it then shows.",
  "origin-of-nothing":
    "Slots, steps, joints and quantities are the engine's. What depends on where a part comes from is said of its class.",
  "unknown-built-revision":
    "Which revision an engine was built with follows from its number: identity.places, rules, revisions. Name part and revision as they stand there.",
  "unknown-answer":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-evidence":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "range-backwards": "A range runs from the lower number to the higher one.",
  "ranges-without-serial": "Ranges speak of the serial: mark the digits that are it with as: serial.",
  "ranges-overlap": "Two ranges claim the same serials. Say overlaps: true where that is meant.",
  "answers-not-one": "For each variant the chances of all answers of a tell add up to 1.",
  "variants-not-separated":
    "Two variants answer every tell alike: nothing could ever tell them apart. Add a tell, or make them one.",
  "id-twice": "Ids of one list differ: readings and decisions refer to them.",
  "unknown-source":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "throw-misfits": "Each cylinder's rod hangs on one pin of the table of throws.",
  "no-such-question": "A layout says which questions it asks. Take the answer out, or choose another layout.",
  "no-such-option": "Answers are chosen from those that the layout lists.",
  "firing-order-misfits": "Each cylinder fires once in a cycle. One is named twice, left out, or is not there.",
  "firing-order-against-crank":
    "Firing order and throws are held against each other. Look at both, and at which end cylinders are counted from.",
  "relation-names-nothing":
    "Every pair of a relation is of things that the engine has: a slip of the pen would be lost in silence.",
  "unfolds-too-far": "Say less of every place beside every other.",
  "unknown-name-in-template": "Braces and conditions name what the template ranges over, or what is known of it.",
  "unknown-index": "Templates range over the index sets and relations that the library lists.",
  "no-position": "A layout gives positions of its index sets for each drawing.",
  "limit-in-wrong-unit": "A limit is in a unit of what is measured, or a tolerance zone such as H7 about a size.",
  "limit-of-nothing":
    "A row names a kind of part or a joint, one of its features, and one of the characteristics of that.",
  "limit-said-twice": "Two rows of one limit contradict each other or say nothing new. Take one out.",
  "limit-without-figure": "Give one of the two bounds.",
  "without-nothing": "What is left out is named by the ids that lead to it: slots/oil-jet-1.",
  "said-of-nothing": "Each row names facts by the ids that lead to them; * is each, ** all that is below.",
  "order-names-nothing": "An order names things of one list by their ids.",
  "open-brace": "Braces are filled in inside what is said for each of an index set. Elsewhere nothing stands for them.",
  "newer-library": "A sheet names the version of the library that it was written over.",
  "no-such-layout": "Layouts are those of the trade library.",
  "refers-to-nothing":
    "What the sheet itself says stays or is a fault: it is never left out in silence, as what the library says of parts that are not there.",
  "unknown-class":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-drawing":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-point":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "point-not-drawn": "A drawing shows where the gauge goes for every point of its feature.",
  "unknown-outline":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-feature":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-station":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-fact":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-end":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "end-missing": "At each place of a joint every end has its slot and feature.",
  "unknown-slot":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-axis":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "no-such-points": "A selector names places along the axes of the feature's points.",
  "thumb-without-diameter": "This rule of thumb is so much for each inch of diameter: give the diameter.",
  "thumb-with-diameter": "This rule of thumb is one figure for all sizes: leave the diameter out.",
  "unknown-figure": `Figures that the program knows: ${figures.map(({ id, inputs, outputs }) => `${id} (with ${inputs.map((each) => each.id).join(", ")}; gives ${outputs.map((each) => each.id).join(", ")})`).join("; ")}.`,
  "figure-input-missing": "A figure needs each of its inputs: an expression over points, a fact, or a constant.",
  "limit-of-another-kind":
    "A limit is printed in a unit of the kind that its value is of: a length in mm or inches, a load in N or lbf. A tolerance zone is of a length.",
  "thumb-of-no-length": "Rules of thumb are of lengths.",
  "fit-without-place": "What is fitted to points has to know where they lie: give place.",
  "fit-without-face": "Only a fit over a face has a square to lie within.",
  "fit-within-empty": "No square of this side holds four points, and three say nothing of flatness.",
  "places-differ": "A feature that another rests on has the same places, or none.",
  "new-outside-reassembly": "What is new is within what may be built in again.",
  "reassembly-outside-in-service": "What may be built in again is within what may run on.",
  "rework-needs-new-size": "Sizes are counted from the new one: an undersize needs new.max, an oversize new.min.",
  "dimension-mismatch":
    "The expression comes out in another kind of quantity than its unit says: look at what is multiplied and divided.",
  "unknown-treatment":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-zone":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-material":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "no-such-place-here":
    "Limits of a feature that is measured at places can be of one of them, named by its id; nothing else has places.",
  "slot-has-nothing":
    "A slot says which places of its class it has, so that others alike have theirs. Name places of a feature or a finding.",
  "unknown-place":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-method":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-step":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-operation":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-position":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-node":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "unknown-school":
    "Something is named by an id that is not in the list it should be in. Look for a slip of the pen, or add what is missing to that list.",
  "pairs-uneven": "Parts are paired in the order of their slots: as many of each, or one with all.",
  "consequence-of-nothing": "A consequence speaks of a finding, value, check or history that its pack does not have.",
  "zone-without-verdict": "The last rule of a zone has no conditions, so that every crack has a verdict.",
  "zone-outside-map": "A zone lies within the width and height of its map.",
  "rule-shuts-out-its-zone": "A rule of a zone must be able to hold for a crack in it.",
  "zone-crosses-itself": "The corners of a zone go round it once.",
  "zone-without-axis": "Along and across are of the zone's axis: give it, in degrees.",
  "repair-and-verdict": "What is repairable names its repair and what that costs; nothing else does.",
  "none-is-given": "none is every finding's 'looked, nothing there'.",
  "slot-within-itself": "What sits in what goes from the outside in, and never round.",
  "steps-in-circle": "Steps wait for others in some order that ends.",
  "slot-removed-twice": "A part comes out once.",
  "loses-without-lock": "What a step loses has to be locked or marked by one before it, or it is lost for good.",
  "check-without-answer": "A check has states to choose from, a figure, or both.",
  "circuit-part-unreachable": "From where a circuit begins every node of it can be reached.",
};
