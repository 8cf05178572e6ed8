/**
 * Whether a program made up the name of a bookmark, so that fields and links find their way: `_Toc435011636`, `__RefHeading___2`, `OLE_LINK1`, or a bare
 * number. Nobody is meant to see it.
 */
export function isMachineName(name: string): boolean {
  return /^(?:_|\d+$|OLE_LINK\d+$)/.test(name);
}
