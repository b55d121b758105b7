export async function prepare(_words: readonly string[]): Promise<void> {}
