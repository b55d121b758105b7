/**
 * Schemas in their small dialect: what is checked stands in functions, so that what nobody uses is not sent to a
 * browser. It has no words of its own; here it is given them.
 */
import * as z from "zod/mini";
import { en } from "zod/locales";

z.config(en());

export * from "zod/mini";
