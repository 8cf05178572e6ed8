/** How a request sends JSON, as `fetch` takes it. */
export function posted(body: object, { method = "POST", signal = null as AbortSignal | null } = {}) {
  return { method, headers: { "Content-Type": "application/json" }, body: JSON.stringify(body), signal };
}
