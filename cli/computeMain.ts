import { computeCommand } from './compute'

process.exitCode = await computeCommand(process.argv.slice(2))
