import files from '#routes'
import { patternsOf, routesOf } from './routesOf'

/**
 * Every route of this server; the build finds the files, `server/build/routesModule.ts`. What needs it
 * imports it when it is asked for something: then all that the routes rest on is there.
 */
export const ROUTES = routesOf(files)
export const ROUTE_PATTERNS = patternsOf(ROUTES)
