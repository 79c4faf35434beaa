import { RECORDED_CHANNELS } from '../../core/registry/channels.ts';
import {
  describeLog,
  readingsCsv,
  runsCsv,
  samplesName,
  type LoggedRun
} from '../../core/formats/log-package.ts';
import { getCraft } from '../crafts.ts';
import type { Db } from '../db/open.ts';
import { found, notFound, type Outcome } from '../outcome.ts';
import { getSetup } from '../setups.ts';
import { zipStream } from '../zip-stream.ts';
import { csvFile } from './edges.ts';
import { countRuns, listRuns, MOST_LISTED_RUNS } from './runs.ts';
import { csvOf } from './samples.ts';

/** Every run of a craft that has ended, the newest first. */
function logOfCraft(db: Db, craftId: number): LoggedRun[] {
  const names = new Map<number, string>();
  const nameOf = (id: number): string => {
    const known = names.get(id);
    if (known !== undefined) return known;
    const setup = getSetup(db, id);
    const name = setup.ok ? (setup.value.document.name ?? 'Setup') : 'a setup that was deleted';
    names.set(id, name);
    return name;
  };
  const out: LoggedRun[] = [];
  for (let skip = 0; skip < countRuns(db, { craftId }); skip += MOST_LISTED_RUNS)
    for (const run of listRuns(db, { craftId, skip }))
      if (run.state === 'ended') out.push({ run, setup: nameOf(run.setupId) });
  return out;
}

/** Files of a package, one after the other, each as pieces of text. */
function* filesOf(
  db: Db,
  craft: string,
  log: readonly LoggedRun[]
): Generator<[name: string, pieces: Iterable<string>]> {
  yield ['datapackage.json', [JSON.stringify(describeLog(craft, log, RECORDED_CHANNELS), null, 2)]];
  yield ['data/runs.csv', [runsCsv(log)]];
  yield ['data/readings.csv', [readingsCsv(log)]];
  for (const { run } of log)
    if (run.samples > 0) yield [`data/${samplesName(run.id)}.csv`, csvOf(db, run.id)];
}

/** The log of a craft: its readings as CSV, or everything as a data package. */
export function exportLog(db: Db, craftId: number, format: string): Outcome<Response> {
  const craft = getCraft(db, craftId);
  if (!craft.ok) return craft;
  const log = logOfCraft(db, craftId);
  if (format === 'readings.csv')
    return found(
      csvFile(
        'readings.csv',
        (function* () {
          yield readingsCsv(log);
        })()
      )
    );
  if (format !== 'zip') return notFound('format of a log: readings.csv and zip are');
  return found(
    new Response(zipStream(filesOf(db, craft.value.name, log)), {
      headers: { 'content-type': 'application/zip', 'content-disposition': 'attachment; filename="log.zip"' }
    })
  );
}
