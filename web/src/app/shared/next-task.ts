/** What follows stands in a task of its own: a tap, or a turn of the page, is heard before it. */
export const nextTask = (): Promise<void> => new Promise((go) => setTimeout(go));
