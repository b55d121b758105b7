import { balanceFigures } from "./balance";
import { boltFigures } from "./bolts";
import { capacityFigures } from "./capacity";
import type { Figure } from "./figure";
import { fitFigures } from "./fits";
import { layoutFigures } from "./layouts";
import { timingFigures } from "./timing";

/** All the engine arithmetic there is. */
export const figures: readonly Figure[] = [
  ...capacityFigures,
  ...balanceFigures,
  ...fitFigures,
  ...boltFigures,
  ...timingFigures,
  ...layoutFigures,
];

const byId = new Map(figures.map((figure) => [figure.id, figure]));
export const figureById = (id: string): Figure | undefined => byId.get(id);
