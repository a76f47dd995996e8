declare module '#routes' {
  const files: readonly import('../utils/routesOf').RouteFile[]
  export default files
}
