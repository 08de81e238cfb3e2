/** A text with what belongs in its places, `{x}`; a place nothing is given for stays as it is. */
export const fill = (text: string, args: Readonly<Record<string, string | number>> = {}): string =>
  text.replace(/\{(\w+)\}/g, (whole, key: string) => (Object.hasOwn(args, key) ? String(args[key]) : whole))
