/** Runs before anything is painted: the page has the look that its reader chose from the first moment on. */
import { applyLook } from "./look";

applyLook();
