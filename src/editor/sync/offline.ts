/**
 * Whether it is known that the server cannot be reached, so that asking would only fill the browser's log. A server on this very
 * machine answers without a network.
 */
export function isOffline(): boolean {
  if (typeof navigator === "undefined" || navigator.onLine !== false) return false;
  return typeof location !== "undefined" && !/^(?:localhost|127\.[\d.]+|\[::1\])$/.test(location.hostname);
}
