import * as z from "../z";
import { AssessmentJson } from "./assessment-json";
import { CataloguePart } from "../catalogue/catalogue-part";
import { currentVersion, declarations, entryTypes } from "../entry/declarations";
import { Envelope } from "../entry/schema";
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
