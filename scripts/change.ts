import { answerChange } from '../src/lib/core/change/answer-change.ts';
import { runCommand } from './run-command.ts';

runCommand('change', (request) => answerChange(request));
