/**
 * The compiler's noUncheckedIndexedAccess where it pays: everywhere but in the numeric kernels, whose loops run over arrays of
 * a length they set themselves, and in tests. The compiler knows the option for a whole program only, so its complaints about
 * those are left out here.
 */
import path from 'node:path';
import ts from 'typescript';

const EXEMPT = [
  /^core\/(circuit|filter|wav|signal|render)\//,
  /^core\/take\/(meters|live)\//,
  /^core\/edit\/(pitch|repair\/[a-z-]+|line-up\/(listen|correlate|coarse))\.ts$/,
  /^tests\//,
  /\.test\.tsx?$/,
];

const root = process.cwd();
const { config } = ts.readConfigFile('tsconfig.json', ts.sys.readFile);
const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, root);
const program = ts.createProgram(fileNames, { ...options, incremental: false, noUncheckedIndexedAccess: true });
const complaints = program
  .getSourceFiles()
  .filter((f) => {
    const name = path.relative(root, f.fileName);
    return !f.isDeclarationFile && !/^\.next|node_modules/.test(name) && !EXEMPT.some((e) => e.test(name));
  })
  .flatMap((f) => program.getSemanticDiagnostics(f));
if (complaints.length > 0) {
  console.error(
    ts.formatDiagnostics(complaints, {
      getCurrentDirectory: () => root,
      getCanonicalFileName: (f) => f,
      getNewLine: () => '\n',
    }),
  );
  console.error('An index may miss: use itemAt, pairOf or entryOf of core/algorithms where it cannot.');
  process.exit(1);
}
