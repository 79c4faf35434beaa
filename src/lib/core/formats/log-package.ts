import type { StoredRun } from '../document/stored.ts';
import { csvText } from '../text/csv.ts';

/** A run of a log on its way out, with the name of the setup that it was made with. */
export interface LoggedRun {
  readonly run: StoredRun;
  readonly setup: string;
}

/** Columns of the file of runs: what was noted of each. A table of data: title, type, value. */
const RUN_COLUMNS: readonly (readonly [
  string,
  'string' | 'number' | 'integer',
  (r: LoggedRun) => unknown
])[] = [
  ['run', 'integer', ({ run }) => run.id],
  ['held', 'string', ({ run }) => run.heldAt],
  ['setup', 'string', ({ setup }) => setup],
  ['title', 'string', ({ run }) => run.title],
  ['verdict', 'string', ({ run }) => run.verdict],
  ['source', 'string', ({ run }) => run.details.source],
  ['stage', 'string', ({ run }) => run.details.stage],
  ['series', 'string', ({ run }) => run.details.series],
  ['warmth', 'string', ({ run }) => run.details.feel],
  ['seconds', 'number', ({ run }) => run.details.seconds],
  ['highest amps', 'number', ({ run }) => run.details.peakA],
  ['lowest volts', 'number', ({ run }) => run.details.lowestV],
  ['resting volts per cell', 'number', ({ run }) => run.details.restedCellV],
  ['Ah put back', 'number', ({ run }) => run.details.chargedAh],
  ['air (°C)', 'number', ({ run }) => run.details.airTemperatureC],
  ['air (Pa)', 'number', ({ run }) => run.details.airPressurePa],
  ['wind (m/s)', 'number', ({ run }) => run.details.windMs],
  ['place', 'string', ({ run }) => run.details.place],
  ['broke', 'string', ({ run }) => run.details.broke],
  ['part that broke', 'string', ({ run }) => run.details.brokePart],
  ['what it looked like', 'string', ({ run }) => run.details.brokeLook],
  ['notes', 'string', ({ run }) => run.details.notes],
  ['samples', 'integer', ({ run }) => run.samples]
];

type Reading = StoredRun['readings'][number];
const READING_COLUMNS: readonly (readonly [string, (r: Reading) => number | null | undefined])[] = [
  ['throttle', (r) => r.throttle],
  ['speed (m/s)', (r) => r.speedMs],
  ['volts (V)', (r) => r.batteryVoltageV],
  ['amps (A)', (r) => r.batteryCurrentA],
  ['rpm', (r) => r.rpm],
  ['thrust (N)', (r) => r.thrustN],
  ['motor (°C)', (r) => r.motorC],
  ['ESC (°C)', (r) => r.escC],
  ['pack (°C)', (r) => r.packC],
  ['seconds', (r) => r.seconds],
  ['state of charge', (r) => r.stateOfCharge]
];

/** What was noted of each run, a line each. */
export const runsCsv = (log: readonly LoggedRun[]): string =>
  csvText(
    RUN_COLUMNS.map(([title]) => title),
    log.map((r) => RUN_COLUMNS.map(([, , of]) => of(r) ?? ''))
  );

/** What was read, a line for each steady reading of each run. */
export const readingsCsv = (log: readonly LoggedRun[]): string =>
  csvText(
    ['run', 'held', 'setup', 'title', ...READING_COLUMNS.map(([title]) => title)],
    log.flatMap(({ run, setup }) =>
      run.readings.map((r) => [
        run.id,
        run.heldAt,
        setup,
        run.title,
        ...READING_COLUMNS.map(([, of]) => of(r) ?? '')
      ])
    )
  );

const field = (name: string, type: string) => ({ name, type });
const resource = (name: string, fields: readonly object[]) => ({
  profile: 'tabular-data-resource',
  name,
  path: `data/${name}.csv`,
  format: 'csv',
  encoding: 'utf-8',
  schema: { fields }
});

/** Name of the file of a run's samples. */
export const samplesName = (runId: number): string => `samples-${runId}`;

/**
 * The descriptor of a log as a Tabular Data Package (Frictionless Data, tabular-data-package profile): runs, readings, and
 * the samples of each run that was recorded.
 * @param channels of the samples, in their order
 */
export const describeLog = (
  craft: string,
  log: readonly LoggedRun[],
  channels: readonly string[]
): object => ({
  profile: 'tabular-data-package',
  name: 'iskarn-log',
  title: `Log of ${craft}`,
  resources: [
    resource(
      'runs',
      RUN_COLUMNS.map(([title, type]) => field(title, type))
    ),
    resource('readings', [
      field('run', 'integer'),
      field('held', 'string'),
      field('setup', 'string'),
      field('title', 'string'),
      ...READING_COLUMNS.map(([title]) => field(title, 'number'))
    ]),
    ...log
      .filter(({ run }) => run.samples > 0)
      .map(({ run }) =>
        resource(
          samplesName(run.id),
          ['seconds', ...channels].map((c) => field(c, 'number'))
        )
      )
  ]
});
