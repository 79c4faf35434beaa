import { answerSheet } from '../src/lib/core/sheet/answer-sheet.ts';
import { sheetMarkdown } from '../src/lib/core/sheet/sheet-markdown.ts';
import { runCommand } from './run-command.ts';

const form = process.argv[3] ?? 'json';
if (form !== 'json' && form !== 'md') {
  process.stderr.write('usage: npm run --silent sheet -- setup.json [json|md]\n');
  process.exit(2);
}
const madeOn = new Date().toISOString().slice(0, 10);
runCommand('sheet', (setup) => {
  const made = answerSheet(setup, { madeOn });
  return made.ok && form === 'md' ? { ok: true, answer: sheetMarkdown(made.answer), isText: true } : made;
});
