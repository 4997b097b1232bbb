// Types and rules in one go: the types that the compiler has found out are those that the rules ask for.
import { ESLint } from 'eslint';
import ts from 'typescript';

const formatting = {
  getCanonicalFileName: (name) => name,
  getCurrentDirectory: ts.sys.getCurrentDirectory,
  getNewLine: () => '\n',
};
const read = ts.getParsedCommandLineOfConfigFile(
  'tsconfig.json',
  {},
  {
    ...ts.sys,
    onUnRecoverableConfigFileDiagnostic: (wrong) => {
      throw new Error(ts.formatDiagnostic(wrong, formatting));
    },
  },
);
const program = ts.createProgram(read.fileNames, read.options);
const wrong = [...read.errors, ...ts.getPreEmitDiagnostics(program)];
if (wrong.length > 0) console.log(ts.formatDiagnostics(wrong, formatting));

const eslint = new ESLint({
  overrideConfig: { languageOptions: { parserOptions: { programs: [program], projectService: false } } },
});
const found = await eslint.lintFiles(['.']);
const worded = await (await eslint.loadFormatter('stylish')).format(found);
if (worded) console.log(worded);
if (wrong.length > 0 || found.some((file) => file.errorCount > 0 || file.fatalErrorCount > 0))
  process.exit(1);
