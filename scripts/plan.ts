import { answerPlan } from '../src/lib/core/change/answer-plan.ts';
import { runCommand } from './run-command.ts';

runCommand('plan', (request) => answerPlan(request));
