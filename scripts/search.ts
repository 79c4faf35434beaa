import { answerSearch } from '../src/lib/core/search/answer-search.ts';
import { runCommand } from './run-command.ts';

runCommand('search', answerSearch);
