const TYPES: [number[], string][] = [
  [[0x25, 0x50, 0x44, 0x46], 'application/pdf'],
  [[0x89, 0x50, 0x4e, 0x47], 'image/png'],
  [[0xff, 0xd8, 0xff], 'image/jpeg'],
]

/** What a file is by its first bytes; only what opens everywhere and runs nothing is known. */
export const typeOf = (bytes: Uint8Array): string | undefined =>
  TYPES.find(([magic]) => magic.every((m, i) => bytes[i] === m))?.[1]
