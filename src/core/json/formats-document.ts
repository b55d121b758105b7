import * as z from "../z";
import { AssessmentJson } from "./assessment-json";
import { CataloguePart } from "../catalogue/catalogue-part";
import { currentVersion, declarations, entryTypes } from "../entry/declarations";
import { Envelope } from "../entry/schema";
import { Library, Sheet } from "../library/schema";
import { Pack } from "../pack/schema";

const schema = (type: z.ZodMiniType, io: "input" | "output") =>
  `\`\`\`json\n${JSON.stringify(z.toJSONSchema(type, { io, unrepresentable: "any" }), null, 1)}\n\`\`\``;

/** The open formats as a document, with a JSON Schema made from each schema the program checks with. */
export const formatsDocument = (): string => `# Formats

Made by \`npm run docs\` from the schemas the program itself checks with; a test keeps it true. All text is UTF-8. Lengths are
millimetres wherever a name ends in \`Mm\`; other quantities say their unit in their name.

## Record of a job: NDJSON

One entry a line, in the order in which the entries were kept; blank lines are passed over. All entries of a file belong to one stream. An
entry is the envelope below with the payload of its type. The order of lines and repeated lines make no difference to what the record says.
A type or version this program does not know is kept and shown, not understood. A line has at most 256 KB.

An entry's fingerprint is the SHA-256 of its canonical JSON text (RFC 8785); a pack is known by the fingerprint of its document.

### Envelope

${schema(Envelope, "input")}

${entryTypes.map((type) => `### ${type}, version ${currentVersion(type)}\n\n${schema(declarations[type].payload, "input")}`).join("\n\n")}

## Engine pack: JSON

Everything known about one engine family, each fact with its source. Checked further by \`npm run -s ember -- lint PACK.json\`: references that
lead nowhere, ids used twice, limits that contradict each other, expressions whose units do not agree.

${schema(Pack, "input")}

## Engine sheet: JSON

What a shop writes of an engine, over the trade library: its layout with the answers to its questions, and what only its own manual can
say. \`npm run -s ember -- compose SHEET\` prints the pack that the two make, \`lint\` says what is wrong with it by the sheet's own lines, and
\`sheet PACK --layout LAYOUT\` writes a pack as a sheet as far as it goes.

A row of \`limits\` is one limit: kind of part or joint, feature (empty of a joint), characteristic (empty for the one that decides), \`new\`,
\`reassembly\` or \`service\`, least, most, unit, page. \`["rod", "bend", "", "reassembly", null, 2, "thou", "p. 3"]\`. With a tolerance zone of
ISO 286 in place of the unit the size stands as least: \`["gudgeon-pin", "diameter", "", "new", 22, null, "h6", "p. 9"]\`.

A row of \`said\` names facts of the library that the sheet's own source says too: \`["classes/crankshaft/**", "manual", "p. 37"]\`, by the ids that lead to them;
\`*\` is each, \`**\` all that is below; the last row counts.

What is said of a thing with an id that is there changes that thing, field by field; a thing with a new id is added. What stands in \`without\`
is left out, and with it all that the library says of it. In the lists of \`pack\`, and everywhere in the library, a thing may be said of many:

| | |
|---|---|
| \`"@for": "cylinder"\` | once for each of an index set, or each tuple of a relation; of several names, one within another |
| \`"@where": { "answer.fuel": ["diesel"] }\` | only where that is one of these: an answer, the layout, or what is known of a thing |
| \`"@give": "rod-{cylinder}"\` | what stands there where it is no object; a list is several things each time |
| \`"@each": […]\` | in an object: what it has by names that are filled in |
| \`"@placed": ["map", "cylinder", 4, -2]\` | where it lies: beside its cylinder on that drawing, in the cylinder's own frame |
| \`"@order": 20\` | when it is said among the others of its list |
| \`{cylinder}\`, \`{cylinder.bank}\` | filled in: the id, or what else is known of it; alone in its quotes it stays a figure |

${schema(Sheet, "input")}

## Trade library: JSON

What is the same on every engine, in the files of \`library/\`: its head, the layouts, and pieces in which a kind of part, some causes or a
practice are said in the words of a pack. No maker's figure is in it. Put together they are this:

${schema(Library, "input")}

## Catalogue: CSV

A heading, then a part a line; any usual separator. \`number\` and \`name\` are needed. \`class\` and \`pack\` are ids of a pack, \`aliases\` and
\`nicknames\` lists parted by semicolons, \`superseded-by\` a number, \`price\` and \`deposit\` figures in \`currency\` (three letters), \`lead-days\`
a whole number, \`attributes\` as \`module=m-25; pilot=60\` in the words and units of the pack's match, \`kit\` the part classes it
holds, at one price for all their places, \`variants\` those it is for. A part is kept and enters a job as:

${schema(CataloguePart, "input")}

## Assessment: JSON

What \`npm run -s ember -- evaluate JOB.ndjson --pack PACK.json\` prints. \`null\` means: cannot tell. The wording of codes is in \`src/words\`.

${schema(AssessmentJson, "output")}
`;
