/** A sentence with what it names put in where it says `{}`. */
export function naming(sentence: string, named: string): string {
  return sentence.split("{}").join(named);
}
