// Where code asks for a kind by its name: places that have to be touched when a kind comes or goes. What others need to know
// of a kind, the kind declares.
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const root = fileURLToPath(new URL('..', import.meta.url));

/** Families of kinds, the folder of each kind, and the files that list them. */
export const families = {
  'value types': {
    own: /^packages\/core\/src\/values\/types\//,
    kinds: 'text choice number integer amount date time datetime duration yes-no email phone url attachment'.split(' '),
  },
  'rule kinds': {
    own: /^packages\/core\/src\/rules\/(?:template|table|pattern|prompt|derive)\/|^packages\/core\/src\/rules\/(?:index|traces)\.ts$/,
    kinds: 'template table pattern prompt derive'.split(' '),
  },
  'destination kinds': {
    own: /^packages\/service\/src\/destinations\//,
    kinds: 'sheet database postgresql mail crm chat webhook folder own-file'.split(' '),
  },
  intakes: {
    // Connections are of kinds too; that of mail is called by its protocol.
    own: /^packages\/service\/src\/(?:intake|destinations)\//,
    kinds: 'smtp http paste'.split(' '),
  },
};

const isText = (node) => ts.isStringLiteralLike(node);
/** What holds a kind or type is called so; what is called otherwise holds something else of the same name. */
const isKindName = (name) => /^(?:kind|type|types|kinds)$/i.test(name);

/** @returns {{family: string, kind: string, place: string}[]} */
export function kindsNamed(files, options, { read } = {}) {
  const host = ts.createCompilerHost(options);
  if (read) Object.assign(host, { readFile: read, fileExists: (file) => files.includes(file) });
  const program = ts.createProgram(files, options, host);
  const checker = program.getTypeChecker();
  const found = [];
  for (const file of program.getSourceFiles()) {
    const path = file.fileName.startsWith(root) ? file.fileName.slice(root.length) : file.fileName;
    // Stand-ins play the outside: they know nothing of ours.
    if (!/^packages\/(?!stand-ins\/)[\w-]+\/src\//.test(path) || /\.test\.tsx?$/.test(path)) continue;
    const visit = (node) => {
      for (const text of named(node, checker)) {
        for (const [family, { own, kinds }] of Object.entries(families))
          if (kinds.includes(text.text) && !own.test(path)) {
            const { line } = file.getLineAndCharacterOfPosition(text.getStart());
            found.push({ family, kind: text.text, place: `${path}:${line + 1}` });
          }
      }
      ts.forEachChild(node, visit);
    };
    visit(file);
  }
  return found;
}

/** Texts by which a node asks for a kind, or says one: where a union of its own says what the text may be, it is no kind. */
function named(node, checker) {
  const isPlain = (other) => (checker.getTypeAtLocation(other).flags & ts.TypeFlags.String) !== 0;
  if (ts.isBinaryExpression(node) && /^[!=]==$/.test(node.operatorToken.getText())) {
    const [text, other] = isText(node.left) ? [node.left, node.right] : [node.right, node.left];
    return isText(text) && isKindName(lastName(other)) && isPlain(other) ? [text] : [];
  }
  if (ts.isCaseClause(node)) {
    const { expression } = node.parent.parent;
    return isText(node.expression) && isKindName(lastName(expression)) && isPlain(expression) ? [node.expression] : [];
  }
  if (ts.isPropertyAssignment(node) && isKindName(node.name.getText()) && isText(node.initializer)) {
    const wanted = checker.getContextualType(node.initializer);
    return wanted && (wanted.flags & ts.TypeFlags.String) !== 0 ? [node.initializer] : [];
  }
  return [];
}

function lastName(node) {
  if (ts.isPropertyAccessExpression(node)) return node.name.text;
  return ts.isIdentifier(node) ? node.text : '';
}

/** The sources of the packages, in the two worlds they are built for, with the settings of each. */
function worlds() {
  return ['tsconfig.tests.json', 'packages/console/tsconfig.json'].map((name) => {
    const { config } = ts.readConfigFile(`${root}${name}`, ts.sys.readFile);
    const folder = `${root}${name.replace(/[^/]*$/, '')}`;
    const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, folder);
    const files = fileNames.filter((file) => !/\.test\.tsx?$|end-to-end|\/bench\//.test(file));
    return { files, options: { ...options, noEmit: true, incremental: false, composite: false } };
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const all = worlds().flatMap(({ files, options }) => kindsNamed(files, options));
  for (const { family, kind, place } of all) console.log(`${family.padEnd(18)} ${kind.padEnd(12)} ${place}`);
  console.log(
    `${all.length} places in ${new Set(all.map(({ place }) => place.split(':')[0])).size} files ask for a kind by its name`,
  );
  process.exitCode = all.length > 0 ? 1 : 0;
}
