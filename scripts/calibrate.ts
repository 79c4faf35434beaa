import { answerCalibrate } from '../src/lib/core/calibration/answer-calibrate.ts';
import { runCommand } from './run-command.ts';

runCommand('calibrate', answerCalibrate);
