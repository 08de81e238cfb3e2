import { useJob } from './useJob'

/** Makes a paper of the job on the screen and goes to it: a marked PDF to the marking table, its sheet else. */
export function useMaking() {
  const job = useJob()
  return {
    make: (kind: 'quote' | 'contract' | 'waiver', guestId?: string) =>
      job.act(async () => await navigateTo(`/papers/${await job.makePaper({ kind, guestId })}`)),
    /** Refusals are thrown: the form it is asked by says them. */
    async makeFrom(template: { id: string; marked: boolean }, guestId?: string): Promise<void> {
      const id = await job.makePaper({ templateId: template.id, guestId })
      await navigateTo(`/papers/${id}/${template.marked ? 'mark' : 'write'}`)
    },
  }
}
