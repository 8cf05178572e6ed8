import { targetFromAddress, type AddressTarget } from "@/core/document";

/** What was typed as a web or mail address, with or without its scheme, or as an address of a scheme that is allowed; null for other words. */
export function addressTyped(text: string, schemes: readonly string[]): AddressTarget | null {
  if (/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text)) return targetFromAddress(`mailto:${text}`);
  if (/^(https?:\/\/|mailto:|tel:)\S+$/i.test(text)) return targetFromAddress(text);
  if (/^(www\.\S+|[\w-]+(\.[\w-]+)*\.[a-z]{2,}(\/\S*)?)$/i.test(text))
    return targetFromAddress(`https://${text}`);
  const scheme = /^([a-z][a-z0-9+.-]*):\S+$/i.exec(text)?.[1]?.toLowerCase();
  return scheme && schemes.includes(scheme) ? targetFromAddress(text, schemes) : null;
}
