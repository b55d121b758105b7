/**
 * Reads a dump of the whole database without running it: of all a dump can hold only rows of known tables are taken,
 * and they are literals. What else stands in it (tables to make, settings, locks) is passed over; what no backup of
 * this program holds is refused.
 */

/** One row's values, as they are bound. */
export type DumpValue = string | number | Buffer | null;

/** Rows of one table. */
export interface DumpRows {
  readonly table: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly DumpValue[])[];
}

export class DumpError extends Error {}

const mostStatement = 64 * 1024 * 1024;

/** Statements of a dump, split at their semicolons; quotes, names and comments are stepped over. */
export async function* statementsOf(chunks: AsyncIterable<string>): AsyncGenerator<string> {
  let text = "";
  let from = 0;
  for await (const chunk of chunks) {
    text += chunk;
    if (text.length > mostStatement) throw new DumpError("a statement of it has no end");
    for (let found = endOf(text, from); ; found = endOf(text, 0)) {
      from = found.resume;
      if (found.end === null) break;
      const statement = text.slice(0, found.end).trim();
      text = text.slice(found.end + 1);
      if (statement !== "") yield statement;
    }
  }
  if (withoutComments(text) !== "") throw new DumpError("it is cut short");
}

/** What may end a statement, or hide what would. */
const signs = /[;'"`/#-]/gu;

/** Where the statement ends; null where its end has not come yet, with the place to go on from when it has. */
function endOf(text: string, from: number): { readonly end: number | null; readonly resume: number } {
  signs.lastIndex = from;
  for (let found = signs.exec(text); found; found = signs.exec(text)) {
    const { index } = found;
    if (found[0] === ";") return { end: index, resume: 0 };
    const over = stepOver(text, index);
    if (over === null) return { end: null, resume: index };
    signs.lastIndex = over;
  }
  return { end: null, resume: text.length };
}

/** The place behind what begins with a sign; null where its end has not come yet. */
function stepOver(text: string, at: number): number | null {
  const here = text[at]!;
  if (here === "'" || here === '"' || here === "`") {
    const end = endOfQuoted(text, at);
    // Two quotes are one: the second may still come.
    return end === null || end + 1 >= text.length ? null : end + 1;
  }
  const isLine = here === "#" || /^--(?:\s|$)/u.test(text.slice(at, at + 3));
  const isBlock = text.startsWith("/*", at);
  if (!isLine && !isBlock) return at + 1 >= text.length ? null : at + 1;
  const end = text.indexOf(isLine ? "\n" : "*/", at + 2);
  return end < 0 ? null : end + (isLine ? 1 : 2);
}

/** Where what is quoted ends: its last quote; null where that has not come. */
function endOfQuoted(text: string, from: number): number | null {
  const quote = text[from]!;
  for (let at = text.indexOf(quote, from + 1); at >= 0; at = text.indexOf(quote, at + 1)) {
    if (quote !== "`") {
      let slashes = 0;
      while (text[at - 1 - slashes] === "\\" && at - 1 - slashes > from) slashes += 1;
      if (slashes % 2 === 1) continue;
    }
    if (text[at + 1] !== quote) return at;
    at += 1;
  }
  return null;
}

const escapes: Readonly<Record<string, string>> = { n: "\n", r: "\r", t: "\t", "0": "\0", b: "\b", Z: "\x1a" };

const unquote = (quoted: string): string =>
  quoted
    .slice(1, -1)
    .replace(/\\(.)|''/gsu, (whole, escaped: string | undefined) =>
      escaped === undefined ? "'" : (escapes[escaped] ?? (whole === "''" ? "'" : escaped)),
    );

const literal = /\s*(?:_binary\s+)?(?:(NULL)|0x([0-9A-Fa-f]*)|(-?\d+(?:\.\d+)?(?:[eE][+-]?\d+)?)|')/uy;

/** The values of an INSERT, from its first bracket on. */
function rowsOf(text: string, from: number): DumpValue[][] {
  const rows: DumpValue[][] = [];
  let at = from;
  const expect = (sign: string): void => {
    while (/\s/u.test(text[at] ?? "")) at += 1;
    if (text[at] !== sign) throw new DumpError("it holds a value that is no plain one");
    at += 1;
  };
  for (;;) {
    expect("(");
    const row: DumpValue[] = [];
    for (;;) {
      literal.lastIndex = at;
      const found = literal.exec(text);
      if (!found) throw new DumpError("it holds a value that is no plain one");
      at = literal.lastIndex;
      if (found[1]) row.push(null);
      else if (found[2] !== undefined) row.push(Buffer.from(found[2], "hex"));
      else if (found[3] !== undefined) row.push(found[3]);
      else {
        const end = endOfQuoted(text, at - 1);
        if (end === null) throw new DumpError("it is cut short");
        row.push(unquote(text.slice(at - 1, end + 1)));
        at = end + 1;
      }
      while (/\s/u.test(text[at] ?? "")) at += 1;
      if (text[at] !== ",") break;
      at += 1;
    }
    expect(")");
    rows.push(row);
    while (/\s/u.test(text[at] ?? "")) at += 1;
    if (at >= text.length) return rows;
    expect(",");
  }
}

/** Comments before a statement; those that a server would run are comments here. */
const withoutComments = (statement: string): string =>
  statement.replace(/^(?:\s*(?:\/\*[\s\S]*?\*\/|--[^\n]*(?:\n|$)|#[^\n]*(?:\n|$)))+/u, "").trim();

const passedOver = /^(?:SET\s|LOCK\s+TABLES\s|UNLOCK\s+TABLES$|DROP\s+TABLE\s+IF\s+EXISTS\s|ALTER\s+TABLE\s+`\w+`\s+(?:DIS|EN)ABLE\s+KEYS$|COMMIT$|START\s+TRANSACTION)/iu; // prettier-ignore

/**
 * The rows of a dump, statement by statement.
 *
 * @param chunks  its text
 * @param known   the tables of this program
 * @throws        DumpError for whatever a backup of this program does not hold
 */
export async function* readDump(chunks: AsyncIterable<string>, known: ReadonlySet<string>): AsyncGenerator<DumpRows> {
  const columns = new Map<string, string[]>();
  for await (const whole of statementsOf(chunks)) {
    const statement = withoutComments(whole);
    if (statement === "" || passedOver.test(statement)) continue;
    const made = /^CREATE\s+TABLE\s+`(\w+)`\s*\(/iu.exec(statement);
    if (made) {
      // Read for the names of its columns, which rows of older backups leave out; the table itself is made by this program.
      columns.set(made[1]!, [...statement.matchAll(/^\s+`(\w+)`\s/gmu)].map((match) => match[1]!)); // prettier-ignore
      continue;
    }
    const insert = /^INSERT\s+INTO\s+`(\w+)`\s*(?:\(([^)]*)\)\s*)?VALUES\s*/iu.exec(statement);
    if (!insert) throw new DumpError(`it holds what no backup does: “${statement.slice(0, 60)}”`);
    const [head, table, named] = insert;
    if (!known.has(table!)) throw new DumpError(`it holds a table that this program does not know: ${table}`);
    const names = named ? [...named.matchAll(/`(\w+)`/gu)].map((match) => match[1]!) : columns.get(table!);
    if (!names?.length) throw new DumpError(`it does not say what the columns of ${table} are`);
    const rows = rowsOf(statement, head.length);
    if (rows.some((row) => row.length !== names.length)) throw new DumpError(`a row of ${table} has other columns`);
    yield { table: table!, columns: names, rows };
  }
}
