// Prints "passed failed" from a vitest JSON report. A run that wrote no report, or failed outside a test, counts as one failure.
import { readFileSync } from 'node:fs';

const [file, status] = process.argv.slice(2);
try {
  const { numPassedTests, numFailedTests, numTotalTests } = JSON.parse(readFileSync(file, 'utf8'));
  const other = status !== '0' && numFailedTests === 0 ? 1 : 0;
  console.log(numPassedTests, numFailedTests + other + (numTotalTests === 0 ? 1 : 0));
} catch {
  console.log(0, 1);
}
