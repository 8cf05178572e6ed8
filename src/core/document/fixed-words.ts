import { settingsOf } from "@/core/kinds";
import type { Node } from "prosemirror-model";
import type { ListKind } from "@/core/model/list-options";
import type { NoticeKind } from "@/core/model/notice";
import { ofLanguage } from "./of-language";

/** The words that a document says by itself in one language: in cross-references, titles of lists, and links that lead readers. */
export interface FixedWords {
  readonly section: string;
  readonly note: string;
  readonly paragraph: string;
  readonly page: (number: string) => string;
  readonly onPage: (number: string) => string;
  readonly above: string;
  readonly below: string;
  readonly quoted: (title: string) => string;
  readonly backToContents: string;
  readonly backToTop: string;
  readonly backTo: (title: string) => string;
  readonly previous: string;
  readonly up: string;
  readonly next: string;
  /** What readers find in a list that has no lines. */
  readonly nothingListed: string;
  /** Stands for a heading without words. */
  readonly untitled: string;
  /** Leads readers by keyboard past what stands before the text. */
  readonly skipToText: string;
  /** What readers search a published document by, and what they are told where nothing is found. */
  readonly search: string;
  readonly nothingFound: string;
  /** What stands for the title of a notice that has none. */
  readonly notices: Readonly<Record<NoticeKind, string>>;
  /** What is said aloud for the box of an item. */
  readonly boxes: { readonly ticked: string; readonly open: string };
  /** What sends readers of an index to another entry, instead of to pages and beside them. */
  readonly see: string;
  readonly seeAlso: string;
  /** What a list of each kind is called at first. */
  readonly lists: Readonly<Record<ListKind, string>>;
}

const ENGLISH: FixedWords = {
  section: "section",
  note: "note",
  paragraph: "paragraph",
  page: (number) => `page ${number}`,
  onPage: (number) => `on page ${number}`,
  above: "above",
  below: "below",
  quoted: (title) => `“${title}”`,
  backToContents: "Back to contents",
  backToTop: "Back to top",
  backTo: (title) => `Back to ${title}`,
  previous: "Previous",
  up: "Up",
  next: "Next",
  nothingListed: "Nothing yet.",
  untitled: "Untitled section",
  skipToText: "Skip to the text",
  search: "Search",
  nothingFound: "Nothing found.",
  notices: { note: "Note", tip: "Tip", caution: "Caution", warning: "Warning", danger: "Danger" },
  boxes: { ticked: "Done", open: "To do" },
  see: "see",
  seeAlso: "see also",
  lists: {
    sections: "Contents",
    section: "In this section",
    figures: "Figures",
    tables: "Tables",
    equations: "Equations",
    notices: "Notices",
    bookmarks: "Bookmarks",
    flagged: "Flagged",
    alphabet: "Index",
    entries: "Index",
  },
};

const GERMAN: FixedWords = {
  section: "Abschnitt",
  note: "Anmerkung",
  paragraph: "Absatz",
  page: (number) => `Seite ${number}`,
  onPage: (number) => `auf Seite ${number}`,
  above: "oben",
  below: "unten",
  quoted: (title) => `„${title}“`,
  backToContents: "Zurück zum Inhalt",
  backToTop: "Zurück zum Anfang",
  backTo: (title) => `Zurück zu ${title}`,
  previous: "Zurück",
  up: "Nach oben",
  next: "Weiter",
  nothingListed: "Noch nichts.",
  untitled: "Abschnitt ohne Titel",
  skipToText: "Direkt zum Text",
  search: "Suchen",
  nothingFound: "Nichts gefunden.",
  notices: { note: "Hinweis", tip: "Tipp", caution: "Vorsicht", warning: "Warnung", danger: "Gefahr" },
  boxes: { ticked: "Erledigt", open: "Zu erledigen" },
  see: "siehe",
  seeAlso: "siehe auch",
  lists: {
    sections: "Inhalt",
    section: "In diesem Abschnitt",
    figures: "Abbildungen",
    tables: "Tabellen",
    equations: "Formeln",
    notices: "Hinweise und Warnungen",
    bookmarks: "Textmarken",
    flagged: "Noch zu erledigen",
    alphabet: "Stichwörter",
    entries: "Register",
  },
};

const FRENCH: FixedWords = {
  section: "section",
  note: "note",
  paragraph: "paragraphe",
  page: (number) => `page ${number}`,
  onPage: (number) => `à la page ${number}`,
  above: "ci-dessus",
  below: "ci-dessous",
  quoted: (title) => `«\u00a0${title}\u00a0»`,
  backToContents: "Retour au sommaire",
  backToTop: "Haut de page",
  backTo: (title) => `Retour à ${title}`,
  previous: "Précédent",
  up: "Niveau supérieur",
  next: "Suivant",
  nothingListed: "Rien pour l’instant.",
  untitled: "Section sans titre",
  skipToText: "Aller au texte",
  search: "Rechercher",
  nothingFound: "Aucun résultat.",
  notices: {
    note: "Remarque",
    tip: "Conseil",
    caution: "Attention",
    warning: "Avertissement",
    danger: "Danger",
  },
  boxes: { ticked: "Fait", open: "À faire" },
  see: "voir",
  seeAlso: "voir aussi",
  lists: {
    sections: "Sommaire",
    section: "Dans cette section",
    figures: "Figures",
    tables: "Tableaux",
    equations: "Équations",
    notices: "Avertissements",
    bookmarks: "Signets",
    flagged: "À revoir",
    alphabet: "Index",
    entries: "Index",
  },
};

const SPANISH: FixedWords = {
  section: "sección",
  note: "nota",
  paragraph: "párrafo",
  page: (number) => `página ${number}`,
  onPage: (number) => `en la página ${number}`,
  above: "más arriba",
  below: "más abajo",
  quoted: (title) => `«${title}»`,
  backToContents: "Volver al índice",
  backToTop: "Volver arriba",
  backTo: (title) => `Volver a ${title}`,
  previous: "Anterior",
  up: "Subir",
  next: "Siguiente",
  nothingListed: "Nada todavía.",
  untitled: "Sección sin título",
  skipToText: "Ir al texto",
  search: "Buscar",
  nothingFound: "No se ha encontrado nada.",
  notices: { note: "Nota", tip: "Consejo", caution: "Precaución", warning: "Advertencia", danger: "Peligro" },
  boxes: { ticked: "Hecho", open: "Por hacer" },
  see: "véase",
  seeAlso: "véase también",
  lists: {
    sections: "Índice",
    section: "En esta sección",
    figures: "Figuras",
    tables: "Tablas",
    equations: "Ecuaciones",
    notices: "Avisos",
    bookmarks: "Marcadores",
    flagged: "Pendiente",
    alphabet: "Índice alfabético",
    entries: "Índice alfabético",
  },
};

const ITALIAN: FixedWords = {
  section: "sezione",
  note: "nota",
  paragraph: "capoverso",
  page: (number) => `pagina ${number}`,
  onPage: (number) => `a pagina ${number}`,
  above: "sopra",
  below: "sotto",
  quoted: (title) => `«${title}»`,
  backToContents: "Torna all’indice",
  backToTop: "Torna all’inizio",
  backTo: (title) => `Torna a ${title}`,
  previous: "Precedente",
  up: "Su",
  next: "Successivo",
  nothingListed: "Ancora niente.",
  untitled: "Sezione senza titolo",
  skipToText: "Vai al testo",
  search: "Cerca",
  nothingFound: "Nessun risultato.",
  notices: {
    note: "Nota",
    tip: "Suggerimento",
    caution: "Attenzione",
    warning: "Avvertenza",
    danger: "Pericolo",
  },
  boxes: { ticked: "Fatto", open: "Da fare" },
  see: "vedi",
  seeAlso: "vedi anche",
  lists: {
    sections: "Indice",
    section: "In questa sezione",
    figures: "Figure",
    tables: "Tabelle",
    equations: "Equazioni",
    notices: "Avvertenze",
    bookmarks: "Segnalibri",
    flagged: "Da rivedere",
    alphabet: "Indice analitico",
    entries: "Indice analitico",
  },
};

const DUTCH: FixedWords = {
  section: "paragraaf",
  note: "noot",
  paragraph: "alinea",
  page: (number) => `pagina ${number}`,
  onPage: (number) => `op pagina ${number}`,
  above: "hierboven",
  below: "hieronder",
  quoted: (title) => `‘${title}’`,
  backToContents: "Terug naar de inhoud",
  backToTop: "Naar boven",
  backTo: (title) => `Terug naar ${title}`,
  previous: "Vorige",
  up: "Omhoog",
  next: "Volgende",
  nothingListed: "Nog niets.",
  untitled: "Paragraaf zonder titel",
  skipToText: "Naar de tekst",
  search: "Zoeken",
  nothingFound: "Niets gevonden.",
  notices: {
    note: "Opmerking",
    tip: "Tip",
    caution: "Voorzichtig",
    warning: "Waarschuwing",
    danger: "Gevaar",
  },
  boxes: { ticked: "Gedaan", open: "Te doen" },
  see: "zie",
  seeAlso: "zie ook",
  lists: {
    sections: "Inhoud",
    section: "In deze paragraaf",
    figures: "Figuren",
    tables: "Tabellen",
    equations: "Formules",
    notices: "Waarschuwingen",
    bookmarks: "Bladwijzers",
    flagged: "Nog te doen",
    alphabet: "Register",
    entries: "Register",
  },
};

const PORTUGUESE: FixedWords = {
  section: "secção",
  note: "nota",
  paragraph: "parágrafo",
  page: (number) => `página ${number}`,
  onPage: (number) => `na página ${number}`,
  above: "acima",
  below: "abaixo",
  quoted: (title) => `“${title}”`,
  backToContents: "Voltar ao índice",
  backToTop: "Voltar ao início",
  backTo: (title) => `Voltar a ${title}`,
  previous: "Anterior",
  up: "Subir",
  next: "Seguinte",
  nothingListed: "Nada ainda.",
  untitled: "Secção sem título",
  skipToText: "Ir para o texto",
  search: "Pesquisar",
  nothingFound: "Nada encontrado.",
  notices: { note: "Nota", tip: "Dica", caution: "Cuidado", warning: "Aviso", danger: "Perigo" },
  boxes: { ticked: "Feito", open: "Por fazer" },
  see: "ver",
  seeAlso: "ver também",
  lists: {
    sections: "Índice",
    section: "Nesta secção",
    figures: "Figuras",
    tables: "Tabelas",
    equations: "Equações",
    notices: "Avisos",
    bookmarks: "Marcadores",
    flagged: "A rever",
    alphabet: "Índice remissivo",
    entries: "Índice remissivo",
  },
};

const ARABIC: FixedWords = {
  section: "القسم",
  note: "الحاشية",
  paragraph: "الفقرة",
  page: (number) => `الصفحة ${number}`,
  onPage: (number) => `في الصفحة ${number}`,
  above: "أعلاه",
  below: "أدناه",
  quoted: (title) => `«${title}»`,
  backToContents: "العودة إلى المحتويات",
  backToTop: "العودة إلى الأعلى",
  backTo: (title) => `العودة إلى ${title}`,
  previous: "السابق",
  up: "إلى الأعلى",
  next: "التالي",
  nothingListed: "لا شيء بعد.",
  untitled: "قسم بلا عنوان",
  skipToText: "انتقل إلى النص",
  search: "بحث",
  nothingFound: "لم يُعثر على شيء.",
  notices: { note: "ملاحظة", tip: "نصيحة", caution: "احتراس", warning: "تحذير", danger: "خطر" },
  boxes: { ticked: "تمّ", open: "لم يتمّ" },
  see: "انظر",
  seeAlso: "انظر أيضًا",
  lists: {
    sections: "المحتويات",
    section: "في هذا القسم",
    figures: "الأشكال",
    tables: "الجداول",
    equations: "المعادلات",
    notices: "التنبيهات",
    bookmarks: "الإشارات المرجعية",
    flagged: "للمراجعة",
    alphabet: "الفهرس",
    entries: "الفهرس",
  },
};

const HEBREW: FixedWords = {
  section: "סעיף",
  note: "הערה",
  paragraph: "פסקה",
  page: (number) => `עמוד ${number}`,
  onPage: (number) => `בעמוד ${number}`,
  above: "לעיל",
  below: "להלן",
  quoted: (title) => `„${title}”`,
  backToContents: "חזרה לתוכן העניינים",
  backToTop: "חזרה לראש המסמך",
  backTo: (title) => `חזרה אל ${title}`,
  previous: "הקודם",
  up: "למעלה",
  next: "הבא",
  nothingListed: "אין עדיין דבר.",
  untitled: "סעיף ללא כותרת",
  skipToText: "דילוג אל הטקסט",
  search: "חיפוש",
  nothingFound: "לא נמצא דבר.",
  notices: { note: "הערה", tip: "עצה", caution: "זהירות", warning: "אזהרה", danger: "סכנה" },
  boxes: { ticked: "בוצע", open: "לביצוע" },
  see: "ראו",
  seeAlso: "ראו גם",
  lists: {
    sections: "תוכן העניינים",
    section: "בסעיף זה",
    figures: "איורים",
    tables: "טבלאות",
    equations: "נוסחאות",
    notices: "אזהרות והערות",
    bookmarks: "סימניות",
    flagged: "לחזור אליהם",
    alphabet: "מפתח",
    entries: "מפתח",
  },
};

const BY_LANGUAGE: Readonly<Record<string, FixedWords>> = {
  en: ENGLISH,
  de: GERMAN,
  fr: FRENCH,
  es: SPANISH,
  it: ITALIAN,
  nl: DUTCH,
  pt: PORTUGUESE,
  ar: ARABIC,
  he: HEBREW,
};

/** The words of a language (BCP 47), whatever its country; English for one that is not known. */
export function fixedWords(language: string): FixedWords {
  return ofLanguage(BY_LANGUAGE, language, ENGLISH);
}

/** The words of a document's language. */
export function fixedWordsOf(doc: Node): FixedWords {
  return fixedWords(settingsOf(doc).language);
}

/** Whether a list is called as lists of its kind are at first, in whatever language. */
export function isListTitle(title: string, of: ListKind): boolean {
  return Object.values(BY_LANGUAGE).some(({ lists }) => lists[of] === title);
}
