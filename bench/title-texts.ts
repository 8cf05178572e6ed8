/* Long free texts of Debian packages in which the recognition of titles is measured. */

/** A free text, and where its titles are known from. */
export interface FreeText {
  readonly name: string;
  /** Debian package and licence. */
  readonly from: string;
  readonly licence: string;
  readonly file: string;
  /** HTML that has the same titles as headings, or the lines of the text's own contents list. */
  readonly truth:
    { readonly html: string; readonly only?: RegExp } | { readonly between: readonly [RegExp, RegExp] };
}

/** What the signs were tuned on. */
export const TUNED: readonly FreeText[] = [
  {
    name: "Debian Developer's Reference",
    from: "developers-reference",
    licence: "GPL-2+",
    file: "usr/share/developers-reference/developers-reference.txt.gz",
    truth: { html: "usr/share/developers-reference" },
  },
  {
    name: "The Debian FAQ",
    from: "debian-faq",
    licence: "GPL-2+",
    file: "usr/share/doc/debian/FAQ/debian-faq.en.txt.gz",
    truth: { html: "usr/share/doc/debian/FAQ", only: /\.en\.html$/ },
  },
  {
    name: "APT User's Guide",
    from: "apt-doc",
    licence: "GPL-2+",
    file: "usr/share/doc/apt-doc/guide.text.gz",
    truth: { html: "usr/share/doc/apt-doc/guide.html" },
  },
  {
    name: "libpng manual",
    from: "libpng16-16",
    licence: "libpng",
    file: "usr/share/doc/libpng16-16/libpng-manual.txt.gz",
    truth: { between: [/^ TABLE OF CONTENTS/m, /^I\. Introduction/m] },
  },
  {
    name: "Filesystem Hierarchy Standard",
    from: "debian-policy",
    licence: "FHS",
    file: "usr/share/doc/debian-policy/fhs/fhs-3.0.txt.gz",
    truth: { html: "usr/share/doc/debian-policy/fhs/fhs-3.0.html" },
  },
];

/** What is measured. */
export const MEASURED: readonly FreeText[] = [
  {
    name: "Guide for Debian Maintainers",
    from: "debmake-doc",
    licence: "Expat",
    file: "usr/share/doc/debmake-doc/debmake-doc.en.txt.gz",
    truth: { html: "usr/share/doc/debmake-doc/html", only: /\.en\.html$/ },
  },
  {
    name: "Debian Policy Manual",
    from: "debian-policy",
    licence: "GPL-2+",
    file: "usr/share/doc/debian-policy/policy.txt.gz",
    truth: { html: "usr/share/doc/debian-policy/policy.html" },
  },
  {
    name: "Machine-readable copyright file",
    from: "debian-policy",
    licence: "free",
    file: "usr/share/doc/debian-policy/copyright-format-1.0.txt.gz",
    truth: { html: "usr/share/doc/debian-policy/copyright-format-1.0.html" },
  },
  {
    name: "Debian Reference",
    from: "debian-reference-en",
    licence: "GPL-2+",
    file: "usr/share/debian-reference/debian-reference.en.txt.gz",
    truth: { html: "usr/share/debian-reference", only: /\.en\.html$/ },
  },
  {
    name: "Debian New Maintainers' Guide",
    from: "maint-guide",
    licence: "GPL-2+",
    file: "usr/share/doc/maint-guide/maint-guide.en.txt.gz",
    truth: { html: "usr/share/doc/maint-guide/html", only: /\.en\.html$/ },
  },
  {
    name: "Debian Installation Guide",
    from: "installation-guide-amd64",
    licence: "GPL-2+",
    file: "usr/share/doc/installation-guide-amd64/en/install.en.txt.gz",
    truth: { html: "usr/share/doc/installation-guide-amd64/en" },
  },
  {
    name: "The same in Dutch",
    from: "installation-guide-amd64",
    licence: "GPL-2+",
    file: "usr/share/doc/installation-guide-amd64/nl/install.nl.txt.gz",
    truth: { html: "usr/share/doc/installation-guide-amd64/nl" },
  },
  {
    name: "Exim Specification",
    from: "exim4-base, exim4-doc-html",
    licence: "GPL-2+",
    file: "usr/share/doc/exim4-base/spec.txt.gz",
    truth: { html: "usr/share/doc/exim4-doc-html/spec_html" },
  },
  {
    name: "Mutt Manual",
    from: "mutt",
    licence: "GPL-2+",
    file: "usr/share/doc/mutt/manual.txt.gz",
    truth: { html: "usr/share/doc/mutt/html/manual.html" },
  },
  {
    name: "libjpeg",
    from: "libjpeg62-turbo-dev",
    licence: "IJG",
    file: "usr/share/doc/libjpeg62-turbo-dev/libjpeg.txt.gz",
    truth: { between: [/^TABLE OF CONTENTS/m, /^You should read/m] },
  },
  {
    name: "The sed FAQ",
    from: "sed",
    licence: "free",
    file: "usr/share/doc/sed/sedfaq.txt.gz",
    truth: { between: [/^CONTENTS/m, /^-{20,}|^={20,}/m] },
  },
];
