import { type Rule, textBlocks, typedWords, warn } from '../note'

/** Another client's name, typed into an earlier copy and carried over. */
export const otherClient: Rule = ({ job, document }) => {
  if (!job) return []
  const ours = job.people.map((p) => p.name.toLowerCase())
  const names = job.otherClients.filter(
    (n) => n.trim().length > 4 && n.includes(' ') && !ours.includes(n.toLowerCase()),
  )
  return textBlocks(document).flatMap(({ id, content }) => {
    const words = typedWords(content).toLowerCase()
    return names
      .filter((n) => words.includes(n.toLowerCase()))
      .slice(0, 3)
      .map((n) => warn(`“${n}” is a client of another job.`, id))
  })
}
