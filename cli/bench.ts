/** Filled in below. */
export async function benchCommand(_args: readonly string[]): Promise<number> {
  return Promise.resolve(1)
}
