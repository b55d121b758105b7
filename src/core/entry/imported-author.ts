/** Begins the author of an entry that came with an import: a label, never somebody who has an account here. */
export const importMark = "import:";
