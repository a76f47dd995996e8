export { DEFECTS, foldFaces, type Defect, type FaceEvent, type Mark } from './defects'
export { memberOf, membersOf, mendingOf, routesFor, type Member } from './mendingOf'
export { ROUTES, ROUTE_WORDS, type Mending, type Route } from './routes'
