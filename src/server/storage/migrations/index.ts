import type { Migration } from "kysely";
import { documents } from "./0001-documents";
import { twoHands } from "./0002-two-hands";
import { search } from "./0003-search";
import { catalogue } from "./0004-catalogue";
import { form2 } from "./0005-form-2";
import { form3 } from "./0006-form-3";
import { form4 } from "./0007-form-4";
import { form5 } from "./0008-form-5";
import { form6 } from "./0009-form-6";
import { imports } from "./0010-imports";
import { shelf } from "./0011-shelf";
import { thinning } from "./0012-thinning";
import { searchFile } from "./0013-search-file";
import { brokenLinks } from "./0014-broken-links";

/** The history of the database. A migration that has shipped never changes; new ones go to the end. */
export const MIGRATIONS: Readonly<Record<string, Migration>> = {
  "0001-documents": documents,
  "0002-two-hands": twoHands,
  "0003-search": search,
  "0004-catalogue": catalogue,
  "0005-form-2": form2,
  "0006-form-3": form3,
  "0007-form-4": form4,
  "0008-form-5": form5,
  "0009-form-6": form6,
  "0010-imports": imports,
  "0011-shelf": shelf,
  "0012-thinning": thinning,
  "0013-search-file": searchFile,
  "0014-broken-links": brokenLinks,
};
