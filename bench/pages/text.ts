import { FIRST_SHEET, newId, schema, type Manuscript } from "@/core/document";
import { material } from "../material";

/** The generated manual with a contents list, and in its footer a link and the page's number. */
export function textOfPages(pages: number, { justified = false } = {}): Manuscript {
  const { doc, pictures } = material(pages).manuscript;
  const list = schema.nodes.contents_list.create({ id: newId(), from: 1, to: 3 });
  const body = {
    ...FIRST_SHEET.styles.body,
    align: justified ? ("justify" as const) : FIRST_SHEET.styles.body.align,
  };
  const styles = { ...FIRST_SHEET, styles: { ...FIRST_SHEET.styles, body } };
  return { doc: doc.type.create({ ...doc.attrs, styles }, doc.content.addToStart(list)), pictures };
}
