/** The rooms of the house, and which other rooms each may import. */
export const rooms = {
  core: [],
  words: ["core"],
  sim: ["core"],
  workers: ["core"],
  store: ["core"],
  server: ["store", "words", "sim", "core"],
  ui: ["words", "core", "workers", "sim"],
  app: ["ui", "server", "words", "core"],
  cli: ["store", "words", "core"],
};

const purity = "the core is pure: no interface, server, database, file system or clock";
const noInterface = "no interface code here";

const reactLike = "^(react|react-dom|next|@chakra-ui|@emotion|lucide-react)(/|$)";
const serverLike = "^(mysql2|iron-session|pdfmake|pino|@node-rs)(/|$)";
const nodeLike = "^(node:.*|fs|path|crypto|os|child_process|net|http|stream|worker_threads)$";

/** The whole library of schemas is three times what is used of it, and every page would carry it. */
const wholeSchemas = { regex: "^zod$", why: "schemas are written with core/z" };

/** Packages a room must stay away from. */
export const packagesOf = (room) => [wholeSchemas, ...packagesBeside(room)];

function packagesBeside(room) {
  if (room === "core" || room === "words")
    return [reactLike, serverLike, nodeLike].map((regex) => ({ regex, why: purity }));
  if (room === "store" || room === "cli") return [{ regex: reactLike, why: noInterface }];
  if (room === "ui") return [serverLike, nodeLike].map((regex) => ({ regex, why: "the interface runs in a browser" }));
  return [];
}
