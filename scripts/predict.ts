import { answerPredict } from '../src/lib/core/predict/answer-predict.ts';
import { runCommand } from './run-command.ts';

runCommand('predict', answerPredict);
