import type * as z from "@/core/z";
import { deepestJson, hasReservedName, isTooDeep, reservedName } from "@/core/json-depth";
import { problem, type Problem } from "@/core/problem/problem";
import { roles, type Role } from "@/core/entry/schema";
import { tabHeader } from "@/core/entry/tab-header";
import { StoreError } from "@/store/connection";
import type { SignedIn } from "@/store/sessions";
import { schemaIsKnown } from "./environment";
import { requestIdOf } from "./front";
import { log } from "./log";
import type { NotDone } from "./off-thread/off-thread";
import { currentPerson } from "./session";

const defaultMostBytes = 64 * 1024;

const codesOf = new WeakMap<Response, readonly string[]>();

/** An answer; what it refuses goes into the log by its codes. */
export function answer(body: unknown, status = 200, refused: readonly Problem[] = []): Response {
  const response = Response.json(body, { status, headers: { "Cache-Control": "no-store" } });
  if (refused.length > 0) codesOf.set(response, [...new Set(refused.map(({ code }) => code))]);
  return response;
}

/** Answers that are problems: a status and what is wrong, as data. */
export const refuse = (status: number, ...problems: readonly Problem[]): Response =>
  answer({ problems }, status, problems);

type Anyone = Role | "nobody";

interface Options<P extends z.ZodMiniType, B extends z.ZodMiniType> {
  /** The least that a person must be; `nobody` is for the door itself. */
  readonly role: Anyone;
  /** Shape of the path's parameters; a path of another shape leads nowhere. */
  readonly params?: P;
  readonly body?: B;
  /** The body is taken as bytes. */
  readonly bytes?: true;
  readonly mostBytes?: number;
}

/** What a route asks of a request. */
export interface RouteOptions extends Options<z.ZodMiniType, z.ZodMiniType> {
  readonly role: Anyone;
}

interface Context<R extends Anyone, P extends z.ZodMiniType, B extends z.ZodMiniType> {
  readonly request: Request;
  readonly person: R extends "nobody" ? SignedIn | null : SignedIn;
  readonly params: z.infer<P>;
  readonly body: z.infer<B>;
  /** Empty where the route does not ask for bytes. */
  readonly bytes: Buffer;
}

/**
 * Whether a request comes from our own pages, or from a program that is no browser. Browsers always name the
 * origin of a request that writes, and mark every request with where it came from.
 */
function isSameSite(request: Request): boolean {
  const { headers, method } = request;
  const origin = headers.get("origin");
  if (origin !== null && (!URL.canParse(origin) || new URL(origin).host !== headers.get("host"))) return false;
  const site = headers.get("sec-fetch-site");
  if (site === null || site === "same-origin" || site === "none") return true;
  // A link from elsewhere may open a page or a file; it may not read one into another site, nor write.
  return method === "GET" && headers.get("sec-fetch-mode") === "navigate";
}

/** Reads a body up to a limit and gives up as soon as it is passed. */
async function readBody(request: Request, mostBytes: number): Promise<{ body: Buffer } | { bytes: number }> {
  const announced = Number(request.headers.get("content-length") ?? 0);
  if (announced > mostBytes) return { bytes: announced };
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    bytes += part.value.length;
    if (bytes > mostBytes) {
      await reader?.cancel();
      return { bytes };
    }
    chunks.push(part.value);
  }
  return { body: Buffer.concat(chunks) };
}

/** What is said of something that went wrong: whether the sender may try again, and by which id the log knows it. */
function failed(request: Request, error: unknown): Response {
  const id = requestIdOf(request);
  // By its name: a build has the class more than once.
  if ((error as Error).name === "NotDone") {
    const { status, problem: why } = error as NotDone;
    log.warn({ err: error, method: request.method, request: id ?? undefined }, "not done in its thread");
    return refuse(status, why.code === "server-error" ? problem("server-error", [], { request: id }) : why);
  }
  // Whoever asked does not wait for an answer any more.
  if (request.signal.aborted) {
    log.info({ method: request.method, request: id ?? undefined }, "whoever asked went away");
    return new Response(null, { status: 499 });
  }
  const trouble = error instanceof StoreError ? error.trouble : "other";
  log.error({ err: error, method: request.method, request: id ?? undefined }, "request failed");
  if (trouble === "away") return refuse(503, problem("database-unreachable"));
  if (trouble === "full") return refuse(507, problem("disk-full"));
  return refuse(500, problem("server-error", [], { request: id }));
}

/**
 * The one wrapper of every route: schema, origin, session, role, size, shape. A handler runs only when all of them
 * hold, and gets what they found.
 */
export function route<
  const R extends Anyone,
  P extends z.ZodMiniType = z.ZodMiniUndefined,
  B extends z.ZodMiniType = z.ZodMiniUndefined,
>(options: Options<P, B> & { readonly role: R }, handler: (context: Context<R, P, B>) => Promise<Response>) {
  const handle = async (
    request: Request,
    { params }: { params: Promise<Record<string, string | string[] | undefined>> },
  ): Promise<Response> => {
    try {
      if (!(await schemaIsKnown())) return refuse(503, problem("unknown-schema"));
      if (!isSameSite(request)) return refuse(403, problem("wrong-origin"));

      const person = await currentPerson();
      // The page was opened for somebody, and another signed in at that browser since.
      const tab = request.headers.get(tabHeader);
      if (person && tab !== null && tab !== person.id) return refuse(401, problem("other-person"));
      if (options.role !== "nobody") {
        if (!person) return refuse(401, problem("signed-out"));
        if (roles.indexOf(person.role) < roles.indexOf(options.role))
          return refuse(403, problem("forbidden", [], { role: person.role }));
      }

      const path = options.params?.safeParse(await params);
      if (path && !path.success) return refuse(404, problem("not-found"));

      let body: unknown;
      let bytes = Buffer.alloc(0);
      if (options.body || options.bytes) {
        const mostBytes = options.mostBytes ?? defaultMostBytes;
        const read = await readBody(request, mostBytes);
        if ("bytes" in read) return refuse(413, problem("too-large", [], { bytes: read.bytes, most: mostBytes }));
        bytes = read.body as typeof bytes;
      }
      if (options.body) {
        let json: unknown;
        try {
          json = JSON.parse(bytes.toString("utf8"));
        } catch {
          return refuse(400, problem("not-json"));
        }
        if (isTooDeep(json)) return refuse(400, problem("too-deep", [], { most: deepestJson }));
        if (hasReservedName(json)) return refuse(400, problem("reserved-name", [], { name: reservedName }));
        const parsed = options.body.safeParse(json);
        if (!parsed.success)
          return refuse(
            422,
            ...parsed.error.issues.map((issue) =>
              problem("schema", issue.path as (string | number)[], { detail: issue.message }),
            ),
          );
        body = parsed.data;
      }
      return await handler({
        request,
        person: person as never,
        params: path?.data as never,
        body: body as never,
        bytes,
      });
    } catch (error) {
      return failed(request, error);
    }
  };
  const answered = async (
    request: Request,
    context: { params: Promise<Record<string, string | string[] | undefined>> },
  ): Promise<Response> => {
    const began = performance.now();
    const response = await handle(request, context);
    // Paths hold ids only; no query, no body, no person. An owner's token is a secret and stays out.
    const pathname = new URL(request.url).pathname.replace(/^(\/api\/owner\/)[^/]+/u, "$1…");
    const line = {
      method: request.method,
      path: pathname,
      status: response.status,
      request: requestIdOf(request) ?? undefined,
      ms: Math.round(performance.now() - began),
      codes: codesOf.get(response),
    };
    if (pathname === "/api/health") log.debug(line, "answered");
    else log.info(line, "answered");
    return response;
  };
  // What it asks for, for those who try it with everything else.
  return Object.assign(answered, { options: options as RouteOptions });
}
