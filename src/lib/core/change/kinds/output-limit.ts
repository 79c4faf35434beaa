import type { FromSchema } from 'json-schema-to-ts';
import { issue } from '../../text/issues.ts';
import { alteredBy } from '../apply-change.ts';
import { efficient, likeWound, transmitter, weakPack } from '../judge-claims.ts';
import { limitOf, realKv } from '../limit.ts';
import { limitText, profilesOf } from '../profiles.ts';
import { outputLimitRule } from '../rules/output-limit.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { anchorField, cellsFigure, kindField, openFigure, seriesField } from './fields.ts';

const schema = {
  title: 'lower KV in software',
  type: 'object',
  required: ['kind'],
  properties: {
    kind: kindField('output-limit'),
    series: seriesField,
    wantedKvRpmPerVolt: openFigure('wanted KV', 1, 100000),
    limit: openFigure('output limit', 0.05, 1),
    anchor: anchorField
  }
} as const;
export type OutputLimitChange = FromSchema<typeof schema>;

/** A limit on what full throttle may ask of the motors, set where they are commanded; with other cells where they are named. */
export const outputLimitKind = {
  schema,
  faults: (setup, { limit, wantedKvRpmPerVolt: wanted }) => {
    if (limit == null && wanted == null) return [issue('wantedKvRpmPerVolt', 'limit-or-kv', {})];
    if (limit == null && wanted != null && wanted > realKv(setup))
      return [issue('wantedKvRpmPerVolt', 'only-downwards', { wanted, kv: realKv(setup) })];
    return [];
  },
  sentence: (before, change) => {
    const percent = Math.round(100 * limitOf(before, change));
    const cells = change.series ?? before.battery.series;
    return `output limited to ${percent} %${cells === before.battery.series ? '' : ` on ${cells} cells instead of ${before.battery.series}`}`;
  },
  alter: (before, change) =>
    alteredBy(before, [
      { path: 'outputLimit', value: limitOf(before, change) },
      ...(change.series === undefined || change.series === before.battery.series
        ? []
        : [{ path: 'battery.series', value: change.series }])
    ]),
  keeps: ['outputLimit', 'battery.series'],
  reports: ['cell-curve'],
  rules: [outputLimitRule],
  claims: [efficient, transmitter, likeWound, weakPack],
  limits: (before, change) => ({
    profiles: profilesOf(before, change),
    text: limitText(before, change)
  })
} as const satisfies ChangeKind<OutputLimitChange>;

export const outputLimitForm: ChangeForm<OutputLimitChange> = {
  words: ({ craft }) => (craft.kind === 'multirotor' ? 'lower KV in software' : null),
  first: ({ battery, motor }) => {
    // the usual wish: two more cells that turn no faster
    const series = battery.series + 2;
    const wantedKvRpmPerVolt = Math.ceil((motor.kvRpmPerVolt * battery.series) / series);
    return { kind: 'output-limit', series, wantedKvRpmPerVolt };
  },
  pieces: (change, from, sentence) => [
    {
      figure: {
        id: 'change-kv',
        label: 'wanted KV',
        quantity: 'kv',
        value: change.wantedKvRpmPerVolt,
        next: (v, up) => v + (up ? 50 : -50),
        set: (wantedKvRpmPerVolt) => ({ ...change, wantedKvRpmPerVolt })
      }
    },
    { words: `of ${Math.round(from.motor.kvRpmPerVolt)} KV on` },
    { figure: cellsFigure(change.series ?? from.battery.series, (series) => ({ ...change, series })) },
    { words: 'cells' },
    { words: sentence, aside: true }
  ]
};
