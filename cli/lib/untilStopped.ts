/** Settles when somebody presses Ctrl-C or ends the process politely. */
export function untilStopped(): Promise<'asked'> {
  return new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
      process.once(signal, () => resolve('asked'))
  })
}
