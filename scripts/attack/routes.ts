/** All routes of the program, read from their files: method, path, and what each asks of a request. */
import { readdirSync } from "node:fs";
import path from "node:path";
import type { RouteOptions } from "@/server/route";

export interface Door {
  readonly method: string;
  /** As the folders name it: /api/jobs/[job]/record. */
  readonly path: string;
  readonly options: RouteOptions;
}

const folder = "src/app/api";
const methods = ["GET", "POST", "PUT", "DELETE"];

export async function allDoors(): Promise<readonly Door[]> {
  const files = (readdirSync(folder, { recursive: true }) as string[]).filter((file) => file.endsWith("route.ts"));
  const doors = await Promise.all(
    files.sort().map(async (file) => {
      const handlers = (await import(path.resolve(folder, file))) as Record<string, { options: RouteOptions }>;
      return methods.flatMap((method): Door[] =>
        handlers[method] ? [{ method, path: `/api/${path.dirname(file)}`, options: handlers[method].options }] : [],
      );
    }),
  );
  return doors.flat();
}

/** Names of the parameters in a path. */
export const parametersOf = ({ path: at }: Pick<Door, "path">): readonly string[] =>
  [...at.matchAll(/\[(\w+)\]/gu)].map((match) => match[1]!);

/** A path with its parameters filled in, as they are or as somebody wrote them. */
export const fill = ({ path: at }: Pick<Door, "path">, values: Readonly<Record<string, string>>): string =>
  at.replace(/\[(\w+)\]/gu, (_, name: string) => values[name] ?? "x");
