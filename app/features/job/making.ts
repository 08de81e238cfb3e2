import { useJob } from './useJob'

/** Makes a paper of the job on the screen and goes to it: a marked PDF to the marking table, its sheet else. */
export function useMaking() {
  const job = useJob()
  return {
    make: (kind: 'quote' | 'contract' | 'waiver', guestId?: string) =>
      job.act(async () => await navigateTo(`/papers/${await job.makePaper({ kind, guestId })}`)),
    makeFrom: (template: { id: string; marked: boolean }, guestId?: string) =>
      job.act(async () => {
        const id = await job.makePaper({ templateId: template.id, guestId })
        await navigateTo(`/papers/${id}/${template.marked ? 'mark' : 'write'}`)
      }),
  }
}
