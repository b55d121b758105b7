import * as z from "../z";

type Options<T> = readonly (readonly [key: string, option: z.ZodMiniType<T>])[];

/**
 * A union of objects that are told by a key that only one of them has; of several that are there the first counts. Only that
 * option is tried: a plain union tries them all, which for what is nested in itself doubles with every level.
 *
 * @param options  in the order in which keys are looked for
 */
export function unionByKey<T>(options: Options<T>): z.ZodMiniType<T> {
  const union = z.union(options.map(([, option]) => option));
  const keys = options.map(([key]) => key).join(", ");
  const read: typeof union._zod.run = (payload, context) => {
    const { value } = payload;
    const option = typeof value === "object" && value !== null ? options.find(([key]) => Object.hasOwn(value, key)) : undefined; // prettier-ignore
    if (option) return option[1]._zod.run(payload as never, context) as ReturnType<typeof union._zod.run>;
    payload.issues.push({ code: "custom", input: value, inst: union, message: `Invalid input: expected one of ${keys}`, continue: false }); // prettier-ignore
    return payload;
  };
  union._zod.parse = union._zod.run = read;
  return union as unknown as z.ZodMiniType<T>;
}
