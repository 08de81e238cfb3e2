/** A text with its first letter in capitals. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
