import type { SignerView } from '~~/shared/out/signer'

/** What has a page drawn in the colour of the business, wherever heather would stand; for the root, where the parts' colours are worked out. */
export const inColours = ({ main, deep, tint }: SignerView['business']['look']): string =>
  Object.entries({
    '--heather': main,
    '--heather-deep': deep,
    '--heather-tint': tint,
    '--p-primary-color': main,
    '--p-primary-hover-color': deep,
    '--p-primary-active-color': deep,
  })
    .map(([name, value]) => `${name}:${value}`)
    .join(';')
