declare module '#upwold/pages' {
  /** The addresses of the pages as the router has them, such as `/jobs/:id()`. */
  const pages: string[]
  export default pages
}
