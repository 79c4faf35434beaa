// Ends a server by SIGKILL while it writes, so many times: `npm run kill -- 200 [seed]`. Exit 1 when anything that was
// acknowledged is lost.
import { rmSync } from 'node:fs';
import { killWhileWriting } from './tools/kill.ts';
import { dataFolder } from '../tests/helpers/server.ts';

const kills = Number(process.argv[2] ?? 200);
const data = dataFolder();
const report = await killWhileWriting(data, kills, Number(process.argv[3] ?? 1));
rmSync(data, { recursive: true, force: true });
for (const line of report.lost) console.log(line);
console.log(
  `${report.kills} kills, ${report.acknowledged} edits acknowledged, ${report.unanswered} on the way, ${report.lost.length} lost`
);
process.exit(report.lost.length > 0 ? 1 : 0);
