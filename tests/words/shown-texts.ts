import { parse, type SFCTemplateBlock } from 'vue/compiler-sfc';
import ts from 'typescript';

/** A text that a person may read, with the line it stands on. */
export interface ShownText {
  readonly line: number;
  readonly text: string;
}

type TemplateNode = NonNullable<SFCTemplateBlock['ast']>['children'][number];

/** Attributes of a template whose value is never read by a person. */
const SILENT =
  /^(class|style|id|for|name|type|role|d|key|ref|href|to|slot|is|viewBox|transform|data-.*|aria-(labelledby|describedby|controls|live|current))$/;
/** A word alone is a text where it begins with a capital letter; otherwise it is a name in the code. */
const isText = (text: string): boolean =>
  /^[A-Z][a-z]+$/.test(text) || /[A-Za-z,.:;”] +\S|\S +[A-Za-z“]/.test(text);

/** A word alone that is put into a text: what a condition chooses there, or what is counted. */
function isPutIntoText(node: ts.Node, isShown: boolean): boolean {
  const { parent } = node;
  if (ts.isConditionalExpression(parent)) return parent.condition !== node && isPutIntoText(parent, isShown);
  if (ts.isParenthesizedExpression(parent)) return isPutIntoText(parent, isShown);
  if (ts.isCallExpression(parent)) return /^count(ed|Words)$/.test(parent.expression.getText());
  return ts.isTemplateSpan(parent) || (isShown && ts.isExpressionStatement(parent));
}

/**
 * The texts in TypeScript: literals and templates, where each place that is filled in reads `…`.
 *
 * @param code of a module, or an expression of a template
 * @param firstLine line of the file on which it begins
 * @param isShown whether it is an expression between tags, whose value is read
 */
export function textsOfCode(code: string, firstLine = 1, isShown = false): ShownText[] {
  const file = ts.createSourceFile('x.ts', code, ts.ScriptTarget.Latest, true);
  const out: ShownText[] = [];
  const put = (node: ts.Node, text: string) => {
    const line = file.getLineAndCharacterOfPosition(node.getStart(file)).line + firstLine;
    if (isText(text) || (/^[a-z]+$/.test(text) && isPutIntoText(node, isShown))) out.push({ line, text });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      if (!ts.isLiteralTypeNode(node.parent)) put(node, node.text);
    } else if (ts.isTemplateExpression(node))
      put(node, [node.head.text, ...node.templateSpans.map((span) => span.literal.text)].join('…'));
    ts.forEachChild(node, visit);
  };
  visit(file);
  return out;
}

/** The texts of a template: what stands between tags, in attributes, and in the expressions of both. */
function textsOfTemplate(nodes: readonly TemplateNode[]): ShownText[] {
  return nodes.flatMap((node): ShownText[] => {
    const { line } = node.loc.start;
    if (node.type === 2)
      return node.content.trim() ? [{ line, text: node.content.replace(/\s+/g, ' ').trim() }] : [];
    if (node.type === 5) return textsOfCode(`(${node.content.loc.source})`, line, true);
    if (node.type !== 1) return [];
    const own = node.props.flatMap((prop): ShownText[] => {
      if (prop.type === 6)
        return SILENT.test(prop.name) || !prop.value
          ? []
          : [{ line: prop.loc.start.line, text: prop.value.content }];
      const name = prop.arg?.loc.source ?? '';
      if (!prop.exp || SILENT.test(name) || prop.name === 'for' || prop.name === 'slot') return [];
      return textsOfCode(`(${prop.exp.loc.source})`, prop.exp.loc.start.line);
    });
    return [...own, ...textsOfTemplate(node.children)];
  });
}

/** The texts of a Vue file, of its template and of its script. */
export function textsOfVue(source: string): ShownText[] {
  const { descriptor } = parse(source, { ignoreEmpty: true });
  const script = descriptor.scriptSetup ?? descriptor.script;
  return [
    ...(script ? textsOfCode(script.content, script.loc.start.line) : []),
    ...textsOfTemplate(descriptor.template?.ast?.children ?? []),
  ];
}
