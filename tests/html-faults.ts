import { HtmlValidate } from "html-validate";

const validator = new HtmlValidate({
  extends: ["html-validate:standard"],
  rules: { "no-inline-style": "off", "long-title": "off", "heading-level": "off", "empty-heading": "off" },
});

/** What of a page is no valid HTML. Styles of a document stand in attributes, and its headings may be anything. */
export async function htmlFaults(html: string): Promise<string[]> {
  const report = await validator.validateString(html);
  return report.results.flatMap((result) =>
    result.messages.map(({ ruleId, message, line }) => `${line}: ${ruleId}: ${message}`),
  );
}
