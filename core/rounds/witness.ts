import type { FieldSpec } from '../document/field'

/**
 * Somebody's fields with what they state as a witness, where they watch a signer: name, address, occupation, that they saw it
 * signed, and their signature. What their party of a paper asks for already isn't asked for again; the rest stands in the
 * signing record.
 */
export function withWitness(own: readonly FieldSpec[], party: string, signer: string | undefined): FieldSpec[] {
  if (signer === undefined) return [...own]
  const has = (is: (f: FieldSpec) => boolean) => own.some(is)
  const field = (key: string, type: FieldSpec['type'], label: string): FieldSpec => ({
    key: `${party}-${key}`,
    type,
    party,
    label,
    required: true,
  })
  return [
    ...own,
    ...(has((f) => f.type === 'name') ? [] : [field('name', 'name', 'Your name')]),
    ...(has((f) => /address/i.test(f.label)) ? [] : [field('address', 'text', 'Your address')]),
    ...(has((f) => f.type === 'job-title' || /occupation/i.test(f.label))
      ? []
      : [field('occupation', 'job-title', 'Your occupation')]),
    field('saw', 'tick', `I saw ${signer.slice(0, 120)} sign`),
    ...(has((f) => f.type === 'signature') ? [] : [field('signature', 'signature', 'Your signature as witness')]),
  ]
}
