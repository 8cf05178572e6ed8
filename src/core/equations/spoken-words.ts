/** How the parts of an equation are said in a language. */
export interface SpokenWords {
  readonly fraction: (above: string, below: string) => string;
  readonly root: (of: string) => string;
  readonly cubeRoot: (of: string) => string;
  readonly rootOf: (which: string, of: string) => string;
  readonly squared: (base: string) => string;
  readonly cubed: (base: string) => string;
  readonly power: (base: string, exponent: string) => string;
  readonly sub: (base: string, index: string) => string;
  /** A sum, an integral or a limit over something, or from one thing to another. */
  readonly over: (what: string, below: string) => string;
  readonly fromTo: (what: string, from: string, to: string) => string;
  readonly accent: (base: string, mark: string) => string;
  readonly matrix: (rows: readonly (readonly string[])[]) => string;
  readonly operators: Readonly<Record<string, string>>;
}

/** The plain words of a language, in the order in which they stand below. */
interface Plain {
  /** “the fraction … over … end of fraction”: what encloses makes clear where it ends. */
  readonly fraction: readonly [string, string, string];
  readonly root: readonly [string, string];
  readonly cubeRoot: string;
  readonly nthRoot: readonly [string, string];
  readonly squared: string;
  readonly cubed: string;
  readonly power: string;
  readonly sub: string;
  readonly over: string;
  readonly from: string;
  readonly to: string;
  readonly of: string;
  readonly row: string;
  readonly matrix: string;
  readonly vector: string;
  readonly hat: string;
  readonly bar: string;
  readonly operators: string;
}

/** The signs for which {@link Plain.operators} has words, in this order. */
const SPOKEN_OPERATORS = "+ − ⋅ × / = ≠ < > ≤ ≥ ≈ ± ∑ ∏ ∫ → ∈ ∂ ′ ∞".split(" ");

const ENGLISH: Plain = {
  fraction: ["the fraction", "over", "end of fraction"],
  root: ["the square root of", "end of root"],
  cubeRoot: "the cube root of",
  nthRoot: ["the root with index", "of"],
  squared: "squared",
  cubed: "cubed",
  power: "to the power of",
  sub: "sub",
  over: "over",
  from: "from",
  to: "to",
  of: "of",
  row: "row",
  matrix: "the matrix",
  vector: "vector",
  hat: "hat",
  bar: "bar",
  operators:
    "plus|minus|times|times|divided by|equals|is not equal to|is less than|is greater than|is at most|is at least|is about|plus or minus|the sum|the product|the integral|to|in|partial|prime|infinity",
};

const PLAIN: Readonly<Record<string, Plain>> = {
  en: ENGLISH,
  de: {
    fraction: ["der Bruch", "durch", "Ende des Bruchs"],
    root: ["die Wurzel aus", "Ende der Wurzel"],
    cubeRoot: "die dritte Wurzel aus",
    nthRoot: ["die Wurzel mit dem Exponenten", "aus"],
    squared: "zum Quadrat",
    cubed: "hoch drei",
    power: "hoch",
    sub: "Index",
    over: "über",
    from: "von",
    to: "bis",
    of: "von",
    row: "Zeile",
    matrix: "die Matrix",
    vector: "Vektor",
    hat: "Dach",
    bar: "quer",
    operators:
      "plus|minus|mal|mal|durch|gleich|ungleich|kleiner als|größer als|kleiner oder gleich|größer oder gleich|ungefähr|plus minus|die Summe|das Produkt|das Integral|gegen|Element von|partiell|Strich|unendlich",
  },
  fr: {
    fraction: ["la fraction", "sur", "fin de la fraction"],
    root: ["la racine carrée de", "fin de la racine"],
    cubeRoot: "la racine cubique de",
    nthRoot: ["la racine d’indice", "de"],
    squared: "au carré",
    cubed: "au cube",
    power: "puissance",
    sub: "indice",
    over: "sur",
    from: "de",
    to: "à",
    of: "de",
    row: "ligne",
    matrix: "la matrice",
    vector: "vecteur",
    hat: "chapeau",
    bar: "barre",
    operators:
      "plus|moins|fois|fois|divisé par|égale|différent de|inférieur à|supérieur à|inférieur ou égal à|supérieur ou égal à|environ|plus ou moins|la somme|le produit|l’intégrale|vers|appartient à|dérivée partielle|prime|infini",
  },
  es: {
    fraction: ["la fracción", "sobre", "fin de la fracción"],
    root: ["la raíz cuadrada de", "fin de la raíz"],
    cubeRoot: "la raíz cúbica de",
    nthRoot: ["la raíz de índice", "de"],
    squared: "al cuadrado",
    cubed: "al cubo",
    power: "elevado a",
    sub: "sub",
    over: "sobre",
    from: "de",
    to: "a",
    of: "de",
    row: "fila",
    matrix: "la matriz",
    vector: "vector",
    hat: "sombrero",
    bar: "barra",
    operators:
      "más|menos|por|por|dividido por|igual a|distinto de|menor que|mayor que|menor o igual que|mayor o igual que|aproximadamente|más menos|la suma|el producto|la integral|a|pertenece a|parcial|prima|infinito",
  },
  it: {
    fraction: ["la frazione", "su", "fine della frazione"],
    root: ["la radice quadrata di", "fine della radice"],
    cubeRoot: "la radice cubica di",
    nthRoot: ["la radice di indice", "di"],
    squared: "al quadrato",
    cubed: "al cubo",
    power: "alla",
    sub: "con",
    over: "su",
    from: "da",
    to: "a",
    of: "di",
    row: "riga",
    matrix: "la matrice",
    vector: "vettore",
    hat: "cappello",
    bar: "barra",
    operators:
      "più|meno|per|per|diviso|uguale a|diverso da|minore di|maggiore di|minore o uguale a|maggiore o uguale a|circa|più o meno|la somma|il prodotto|l’integrale|tende a|appartiene a|parziale|primo|infinito",
  },
  nl: {
    fraction: ["de breuk", "gedeeld door", "einde van de breuk"],
    root: ["de wortel uit", "einde van de wortel"],
    cubeRoot: "de derdemachtswortel uit",
    nthRoot: ["de wortel met graad", "uit"],
    squared: "kwadraat",
    cubed: "tot de derde",
    power: "tot de macht",
    sub: "index",
    over: "over",
    from: "van",
    to: "tot",
    of: "van",
    row: "rij",
    matrix: "de matrix",
    vector: "vector",
    hat: "dakje",
    bar: "streep",
    operators:
      "plus|min|maal|maal|gedeeld door|is gelijk aan|is ongelijk aan|is kleiner dan|is groter dan|is hoogstens|is minstens|is ongeveer|plus of min|de som|het product|de integraal|naar|element van|partieel|accent|oneindig",
  },
  pt: {
    fraction: ["a fração", "sobre", "fim da fração"],
    root: ["a raiz quadrada de", "fim da raiz"],
    cubeRoot: "a raiz cúbica de",
    nthRoot: ["a raiz de índice", "de"],
    squared: "ao quadrado",
    cubed: "ao cubo",
    power: "elevado a",
    sub: "índice",
    over: "sobre",
    from: "de",
    to: "a",
    of: "de",
    row: "linha",
    matrix: "a matriz",
    vector: "vetor",
    hat: "chapéu",
    bar: "barra",
    operators:
      "mais|menos|vezes|vezes|dividido por|igual a|diferente de|menor que|maior que|menor ou igual a|maior ou igual a|aproximadamente|mais ou menos|a soma|o produto|o integral|para|pertence a|parcial|linha|infinito",
  },
};

/** The words of a language for what stands in equations; English ones where it has none here. */
export function spokenWords(language: string): SpokenWords {
  const plain = PLAIN[language.toLowerCase().split("-")[0]!] ?? ENGLISH;
  const [begins, over, ends] = plain.fraction;
  // Where no more than a letter or a number stands, nobody has to be told where it ends.
  const enclosed = (before: string, what: string, end: string) =>
    isShort(what) ? `${before} ${what}` : `${before} ${what}, ${end},`;
  const operators = plain.operators.split("|");
  return {
    fraction: (above, below) =>
      isShort(above) && isShort(below)
        ? `${above} ${over} ${below}`
        : `${begins} ${above} ${over} ${below}, ${ends},`,
    root: (of) => enclosed(plain.root[0], of, plain.root[1]),
    cubeRoot: (of) => enclosed(plain.cubeRoot, of, plain.root[1]),
    rootOf: (which, of) => enclosed(`${plain.nthRoot[0]} ${which} ${plain.nthRoot[1]}`, of, plain.root[1]),
    squared: (base) => `${base} ${plain.squared}`,
    cubed: (base) => `${base} ${plain.cubed}`,
    power: (base, exponent) => `${base} ${plain.power} ${exponent}`,
    sub: (base, index) => `${base} ${plain.sub} ${index}`,
    over: (what, below) => `${what} ${plain.over} ${below} ${plain.of}`,
    fromTo: (what, from, to) => `${what} ${plain.from} ${from} ${plain.to} ${to} ${plain.of}`,
    accent: (base, mark) =>
      mark === "⃗" || mark === "→"
        ? `${plain.vector} ${base}`
        : mark === "^"
          ? `${base} ${plain.hat}`
          : /^[ˉ‾¯―]$/u.test(mark)
            ? `${base} ${plain.bar}`
            : `${base} ${mark}`,
    matrix: (rows) =>
      `${plain.matrix}: ${rows.map((cells, i) => `${plain.row} ${i + 1}: ${cells.join(", ")}`).join("; ")};`,
    operators: Object.fromEntries(SPOKEN_OPERATORS.map((operator, i) => [operator, operators[i]!])),
  };
}

function isShort(spoken: string): boolean {
  return !spoken.trim().includes(" ");
}
