const asCssName = (role: string) => role.replace(/[A-Z]/gu, (capital) => `-${capital.toLowerCase()}`);

/** The CSS variable under which the theme keeps the colour of a role, for what takes no style props. */
export const colorVariable = (role: string): string => `--chakra-colors-${asCssName(role)}`;
