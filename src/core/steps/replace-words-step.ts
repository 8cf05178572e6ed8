import { Fragment, ReplaceError, Slice, type Node, type Schema } from "prosemirror-model";
import { Step, StepResult, type Mappable } from "prosemirror-transform";
import { z } from "zod";
import { placesInBlocks } from "../document/places-in-blocks";
import { mapRange } from "@/prosemirror";
import { MAX_RANGES, WordsMap } from "./words-map";

/** Words in one line of text, and what comes in their place: text with its marks, or nothing. */
export interface WordsPlace {
  readonly from: number;
  readonly to: number;
  readonly words: Fragment;
}

/** How many places one step has at most. */
export const MAX_PLACES = MAX_RANGES;

const jsonSchema = z.object({
  /** What is put in, each once. */
  words: z.array(z.array(z.unknown()).max(1_000)).max(MAX_PLACES),
  /** Start, end and number of the words of each place. */
  places: z
    .array(z.int().min(0))
    .min(3)
    .max(3 * MAX_PLACES)
    .refine((numbers) => numbers.length % 3 === 0),
});

/**
 * Changes words at any number of places, in order and apart from each other: one change to make, to send and to take back
 * where thousands would each copy the document. Where somebody else changed words of a place meanwhile it is left as it is.
 */
export class ReplaceWordsStep extends Step {
  readonly places: readonly WordsPlace[];

  constructor(places: readonly WordsPlace[]) {
    super();
    this.places = joined(places);
  }

  override apply(doc: Node): StepResult {
    try {
      const blocks = [...doc.content.content];
      for (const { block, index, start, places } of placesInBlocks(doc, this.places))
        blocks[index] = places.reduceRight((now, place) => replaced(now, place, start), block);
      return StepResult.ok(doc.copy(Fragment.fromArray(blocks)));
    } catch (error) {
      if (error instanceof RangeError || error instanceof ReplaceError) return StepResult.fail(error.message);
      throw error;
    }
  }

  override getMap(): WordsMap {
    return new WordsMap(this.places.flatMap(({ from, to, words }) => [from, to - from, words.size]));
  }

  override invert(doc: Node): ReplaceWordsStep {
    let by = 0;
    return new ReplaceWordsStep(
      placesInBlocks(doc, this.places).flatMap(({ block, start, places }) =>
        places.map(({ from, to, words }) => {
          const before = block.slice(from - start, to - start).content;
          const back = { from: from + by, to: from + by + words.size, words: before };
          by += words.size - (to - from);
          return back;
        }),
      ),
    );
  }

  override map(mapping: Mappable): ReplaceWordsStep | null {
    const places: WordsPlace[] = [];
    for (const { from, to, words } of this.places) {
      const range = mapRange(mapping, from, to);
      if (range && !range.gone && range.to - range.from === to - from)
        places.push({ from: range.from, to: range.to, words });
    }
    // A section may have moved.
    places.sort((a, b) => a.from - b.from);
    const apart = places.filter((place, i) => i === 0 || place.from >= places[i - 1]!.to);
    return apart.length > 0 ? new ReplaceWordsStep(apart) : null;
  }

  override toJSON() {
    const words: unknown[] = [];
    const known = new Map<string, number>();
    const numberOf = (fragment: Fragment) => {
      const json: unknown = fragment.toJSON() ?? [];
      const key = JSON.stringify(json);
      if (!known.has(key)) known.set(key, words.push(json) - 1);
      return known.get(key)!;
    };
    return {
      stepType: "replaceWords",
      words,
      places: this.places.flatMap((place) => [place.from, place.to, numberOf(place.words)]),
    };
  }

  static override fromJSON(schema: Schema, json: unknown): ReplaceWordsStep {
    const parsed = jsonSchema.safeParse(json);
    if (!parsed.success) throw new RangeError("Not a replacement of words.");
    const words = parsed.data.words.map((one) => Fragment.fromJSON(schema, one));
    const places: WordsPlace[] = [];
    const numbers = parsed.data.places;
    for (let i = 0; i < numbers.length; i += 3) {
      const [from, to, word] = [numbers[i]!, numbers[i + 1]!, words[numbers[i + 2]!]];
      if (!word || to < from || from < (places.at(-1)?.to ?? 0))
        throw new RangeError("Not a replacement of words.");
      places.push({ from, to, words: word });
    }
    return new ReplaceWordsStep(places);
  }
}

Step.jsonID("replaceWords", ReplaceWordsStep);

/** Places that touch as one: where nothing stands between them, nothing could tell them apart on the way back. */
function joined(places: readonly WordsPlace[]): readonly WordsPlace[] {
  if (places.every((place, i) => i === 0 || place.from > places[i - 1]!.to)) return places;
  const apart: WordsPlace[] = [];
  for (const place of places) {
    const before = apart.at(-1);
    if (before?.to === place.from)
      apart[apart.length - 1] = { from: before.from, to: place.to, words: before.words.append(place.words) };
    else apart.push(place);
  }
  return apart;
}

/** A block with words at a place of it replaced; its content begins at `start`. */
function replaced(block: Node, { from, to, words }: WordsPlace, start: number): Node {
  const $from = block.resolve(from - start);
  // A note has a line of its own.
  if (!$from.parent.inlineContent || !$from.sameParent(block.resolve(to - start)))
    throw new RangeError("Words that are replaced stand in one line of text each.");
  return block.replace(from - start, to - start, new Slice(words, 0, 0));
}
