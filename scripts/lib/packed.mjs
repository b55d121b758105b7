// The files of a build, packed as small as they go once and not for each who asks: a phone on a workshop's network waits for them.
import { readFileSync, readdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";

const types = {
  ".js": "application/javascript; charset=UTF-8",
  ".css": "text/css; charset=UTF-8",
  ".wasm": "application/wasm",
};

/** The better first. */
const encodings = [
  {
    name: "br",
    ending: ".br",
    pack: (data) => promisify(brotliCompress)(data, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: data.length } }),
  },
  { name: "gzip", ending: ".gz", pack: (data) => promisify(gzip)(data, { level: 9 }) },
];

/** Whether a file is one of these, beside the one that it was made of. */
export const isPacked = (file) => encodings.some(({ ending }) => file.endsWith(ending));

/** Writes each file of a build's static folder beside itself, packed. */
export async function packFiles(folder) {
  await Promise.all(
    readdirSync(folder, { recursive: true })
      .filter((file) => path.extname(file) in types)
      .map(async (file) => {
        const data = readFileSync(path.join(folder, file));
        for (const { ending, pack } of encodings) writeFileSync(path.join(folder, file) + ending, await pack(data));
      }),
  );
}

/**
 * Answers what is asked of a build's static folder from memory.
 *
 * @param folder  as `packFiles` left it
 * @param under   the address it stands under, with a slash at its end
 * @returns       whether it was answered: what was not packed, or is asked for by a client that unpacks nothing, is not
 */
export function packedFiles(folder, under) {
  const kept = new Map();
  for (const file of readdirSync(folder, { recursive: true })) {
    const encoding = encodings.find(({ ending }) => file.endsWith(ending));
    if (!encoding) continue;
    const url = under + file.slice(0, -encoding.ending.length).split(path.sep).join("/");
    kept.set(`${encoding.name} ${url}`, { encoding: encoding.name, data: readFileSync(path.join(folder, file)) });
  }
  return (request, response) => {
    const url = request.url.split("?", 1)[0];
    const taken = String(request.headers["accept-encoding"] ?? "")
      .split(",")
      .filter((each) => !/;\s*q=0(?:\.0*)?\s*$/u.test(each))
      .map((each) => each.split(";", 1)[0].trim().toLowerCase());
    const packed = encodings
      .filter(({ name }) => taken.includes(name))
      .map(({ name }) => kept.get(`${name} ${url}`))
      .find(Boolean);
    if (!packed) return false;
    response.writeHead(200, {
      "Content-Type": types[path.extname(url)],
      "Content-Encoding": packed.encoding,
      "Content-Length": packed.data.length,
      "Cache-Control": "public, max-age=31536000, immutable",
      Vary: "Accept-Encoding",
    });
    response.end(request.method === "HEAD" ? undefined : packed.data);
    return true;
  };
}
