import { button, element, say } from "./element";
import { home, issue, says } from "./edition";
import { panel } from "./panel";
import { newest } from "./newest";
import type { ChosenPlace } from "./place-menu";

const MAX_LETTERS = 2_000;

/** Lets readers tell the authors what is wrong at a place, where a server takes that. */
export function offerToTell(): { open: ((place: ChosenPlace) => void) | null } {
  const offered: { open: ((place: ChosenPlace) => void) | null } = { open: null };
  void newest().then((known) => {
    if (known?.takesNotes) offered.open = openForm;
  });
  return offered;
}

function openForm(place: ChosenPlace): void {
  panel(says.tell, (inside, close) => {
    const words = element("textarea", {
      rows: "5",
      maxlength: String(MAX_LETTERS),
      id: "_wrong",
      required: "",
    });
    const form = element(
      "form",
      { class: "tell" },
      element(
        "p",
        {},
        element("strong", {}, place.title),
        ...(place.quote ? [" ", element("q", {}, place.quote)] : []),
      ),
      element("label", { for: "_wrong" }, says.tellHint),
      words,
      element("p", {}, element("button", { type: "submit" }, says.send), button(says.cancel, close)),
    );
    form.addEventListener("submit", (event) => {
      event.preventDefault();
      void send(place, words.value.trim()).then((sent) => {
        say(sent ? says.sent : says.notSent);
        // What could not be sent stays to be sent again.
        if (sent) close();
      });
    });
    inside.append(form);
  })();
}

async function send({ anchor, quote }: ChosenPlace, words: string): Promise<boolean> {
  if (words === "") return false;
  const answer = await fetch(new URL("tell", home), {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ anchor, quote, words, issue }),
  }).catch(() => null);
  return answer?.ok ?? false;
}
