import pino from 'pino'

/** Structured log lines on standard output; passwords and cookies never reach it. */
export const log = pino({
  level: process.env.VELVET_LOG_LEVEL ?? 'info',
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
})
