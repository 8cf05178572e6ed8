/** Functions that TeX knows by name. */
export const FUNCTIONS =
  /^(?:arccos|arcsin|arctan|arg|cos|cosh|cot|coth|csc|deg|det|dim|exp|gcd|hom|inf|ker|lg|lim|ln|log|max|min|Pr|sec|sin|sinh|sup|tan|tanh)$/;

/** Signs that take limits, or go over what follows, as TeX calls them. */
export const LARGE_OPERATORS: Readonly<Record<string, string>> = {
  "∑": "\\sum",
  "∏": "\\prod",
  "∐": "\\coprod",
  "∫": "\\int",
  "∬": "\\iint",
  "∭": "\\iiint",
  "∮": "\\oint",
  "⋃": "\\bigcup",
  "⋂": "\\bigcap",
  "⋁": "\\bigvee",
  "⋀": "\\bigwedge",
};
