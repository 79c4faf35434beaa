import { answerPredict } from '../src/lib/core/train/answer-predict.ts';
import { runCommand } from './run-command.ts';

runCommand('predict', answerPredict);
