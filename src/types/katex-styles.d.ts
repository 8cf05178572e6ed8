/** The bundler fetches a style sheet that is imported; the import itself gives nothing. */
declare module "katex/dist/katex.min.css";
