/**
 * Puts values at the end of a list one by one. More than some hundred thousand do not fit into the arguments of one
 * call, and drawings have more.
 */
export function append<T>(to: T[], more: Iterable<T>): void {
  for (const one of more) to.push(one);
}
