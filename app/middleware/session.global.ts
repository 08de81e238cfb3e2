/** The business's side needs a member; a device that is handed over can only be handed back. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (import.meta.server || /^\/(s|o|own|draw|setup|enter)\//.test(to.path)) return
  const session = useSession()
  const data = session.data ?? (await session.load().catch(() => null))
  if (!data) return
  if (to.path === '/pad') return
  if (data.pad) return navigateTo('/pad')
  if (data.handover) return to.path === '/handover' ? undefined : navigateTo('/handover')
  if (!data.member)
    return to.path === '/sign-in'
      ? undefined
      : navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } })
  if (to.path === '/sign-in' || to.path === '/handover') return navigateTo('/')
})
