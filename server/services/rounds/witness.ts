import type { FieldSpec } from '../../../core/document/model'

/**
 * What a witness states: name, address, occupation, that they saw it signed, and their signature. What their party of a
 * paper asks for already isn't asked for again; the rest stands in the signing record.
 */
export function witnessFields(party: string, signer: string, own: readonly FieldSpec[]): FieldSpec[] {
  const has = (is: (f: FieldSpec) => boolean) => own.some(is)
  const field = (key: string, type: FieldSpec['type'], label: string): FieldSpec => ({
    key: `${party}-${key}`,
    type,
    party,
    label,
    required: true,
  })
  return [
    ...(has((f) => f.type === 'name') ? [] : [field('name', 'name', 'Your name')]),
    ...(has((f) => /address/i.test(f.label)) ? [] : [field('address', 'text', 'Your address')]),
    ...(has((f) => f.type === 'job-title' || /occupation/i.test(f.label))
      ? []
      : [field('occupation', 'job-title', 'Your occupation')]),
    field('saw', 'tick', `I saw ${signer.slice(0, 120)} sign`),
    ...(has((f) => f.type === 'signature') ? [] : [field('signature', 'signature', 'Your signature as witness')]),
  ]
}
