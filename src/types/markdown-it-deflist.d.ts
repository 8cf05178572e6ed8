declare module "markdown-it-deflist" {
  import type MarkdownIt from "markdown-it";
  const definitions: MarkdownIt.PluginSimple;
  export default definitions;
}
