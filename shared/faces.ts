/** Script faces a typed signature may be set in, with their family names on the page. */
export const scriptFaceNames = ['caveat', 'dancing', 'marck', 'vibes', 'allura', 'sacramento'] as const
export const SCRIPT_FAMILIES: Record<(typeof scriptFaceNames)[number], string> = {
  caveat: 'Caveat',
  dancing: 'Dancing Script',
  marck: 'Marck Script',
  vibes: 'Great Vibes',
  allura: 'Allura',
  sacramento: 'Sacramento',
}
