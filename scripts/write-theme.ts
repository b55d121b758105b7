/** Writes public/theme.css: what every page stands on, in one file that a browser keeps. It would be most of a page that carried it along. */
import createCache from "@emotion/cache";
import { serializeStyles } from "@emotion/serialize";
import { mkdirSync, writeFileSync } from "node:fs";
import { createSystem } from "@chakra-ui/react";
import { grounds } from "@/ui/frame/grounds";
import { looks } from "@/ui/frame/theme";

const system = createSystem(...looks, grounds);
const cache = createCache({ key: "css" });
const css = cache.insert("", serializeStyles([system.layers.atRule, system._global]), cache.sheet, true);
if (!css) throw new Error("the theme has no styles");
mkdirSync("public", { recursive: true });
writeFileSync("public/theme.css", css);
