import { addressOfPicture } from "@/contract/files";
import { documentDirection, settingsOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import { useEffect, useRef } from "react";
import { StyleRules } from "@/components/style-rules";
import { UNKNOWN_LIBRARY } from "@/core/links";
import { documentRules } from "@/core/styles";

/** A document as it was, to be read only. */
export function OlderText({ doc }: { doc: Node }) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let left = false;
    // The writer of HTML is fetched when somebody looks back, not with every page.
    void import("@/core/formats/html").then(({ documentHtml, HtmlOutput, OnScreen, withMarkedPlaces }) => {
      if (left || !place.current) return;
      const template = document.createElement("template");
      template.innerHTML = documentHtml(
        new HtmlOutput(withMarkedPlaces(doc), new OnScreen("", UNKNOWN_LIBRARY), (name) =>
          addressOfPicture(name),
        ),
      );
      // Its addresses are those of the document that is open below.
      for (const element of template.content.querySelectorAll("[id], [href]")) {
        element.removeAttribute("id");
        element.removeAttribute("href");
        element.removeAttribute("role");
      }
      place.current.replaceChildren(template.content);
    });
    return () => {
      left = true;
    };
  }, [doc]);
  return (
    <div
      role="document"
      aria-label="The text of this version"
      tabIndex={0}
      lang={settingsOf(doc).language}
      dir={documentDirection(doc)}
      className="min-h-0 flex-1 overflow-y-auto px-8 py-6"
    >
      <StyleRules>{documentRules(settingsOf(doc), ".older-text")}</StyleRules>
      <div ref={place} className="older-text reading mx-auto max-w-160" />
    </div>
  );
}
