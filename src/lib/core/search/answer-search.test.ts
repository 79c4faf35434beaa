import assert from 'node:assert/strict';
import { test } from 'node:test';
import { plainSearch, type PlainFound } from '../../../../tests/helpers/plain-search.ts';
import { shelves, type SearchCase } from '../../../../tests/helpers/search-shelves.ts';
import { runChecks } from '../checks/run-checks.ts';
import { predict } from '../predict/predict.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import {
  adviceOf,
  answerOfSearch,
  answerSearch,
  checkSearch,
  searchShare,
  type SearchJob
} from './answer-search.ts';
import { changed } from './nearest.ts';
import { SearchResult } from './search-result.ts';
import { setupOf, spaceOf } from './space.ts';
import { extent, some } from '../../../../tests/helpers/extent.ts';

/** A search as a request of the interface. */
const requestOf = ({ brief, parts, limits }: SearchCase, more: object = {}): object => {
  const plain = (list: readonly { owned: boolean; document: object }[]): object[] =>
    list.map(({ owned, document: part }) => ({ ...part, owned }));
  const { battery, esc, motor, propulsor, receiverSupply } = parts;
  return {
    brief,
    shelf: {
      battery: plain(battery),
      esc: plain(esc),
      motor: plain(motor),
      propulsor: plain(propulsor),
      ...(receiverSupply ? { receiverSupply: plain(receiverSupply) } : {})
    },
    limits,
    ...more
  };
};
const named = (name: string): SearchCase => shelves().find((s) => s.name === name) as SearchCase;
const answered = (request: object) => {
  const answer = answerSearch(request);
  assert.ok(answer.ok, JSON.stringify(answer));
  return answer.answer;
};
const isWorkable = ({ over }: PlainFound): boolean => over.length === 0;

for (const name of some(['jets', 'multirotors', 'fast boats', 'workboats'], 1))
  test(`${name}: the answer of the interface is a plain loop over predictions`, () => {
    const searched = named(name);
    const plain = plainSearch(searched);
    const workable = plain.filter(isWorkable);
    for (const rank of ['time', 'thrust'] as const) {
      const a = answered(requestOf(searched, { rank, top: 1000 }));
      assert.equal(a.examined, plain.length);
      assert.equal(a.workable, workable.length);
      const best = [...workable].sort((x, y) => (y[rank] ?? 0) - (x[rank] ?? 0));
      assert.deepEqual(
        a.ranked.map((r) => r.objectives[rank]),
        best.map((p) => p[rank])
      );
      assert.equal(Object.values(a.rejected).reduce((sum, n) => sum + n, 0) + a.workable, a.examined);
      for (const r of a.ranked.slice(0, 20)) {
        const [match] = best.filter((p) => p.thrust === r.objectives.thrust && p.time === r.objectives.time);
        assert.deepEqual(r.findings, { tight: match.tight, over: [] });
        // a setup that is given can be predicted as it is
        const checks = predict({ setup: r.setup, bands: false, remedies: false }).checks;
        assert.ok(checks.every((c) => c.finding !== 'over'));
      }
      const onFrontier = new Set(a.frontier);
      const [x, y] = a.axes;
      a.ranked.forEach((r, k) => {
        const beaten = a.ranked.some((o) => {
          const dx = (o.objectives[x] ?? 0) - (r.objectives[x] ?? 0);
          const dy = (o.objectives[y] ?? 0) - (r.objectives[y] ?? 0);
          return dx >= 0 && dy >= 0 && dx + dy > 0;
        });
        if (onFrontier.has(k)) assert.ok(!beaten, `${k} is beaten`);
        else if (!beaten) {
          // alike on both axes: one of them stands for all
          assert.ok(
            a.frontier.some(
              (f) =>
                a.ranked[f].objectives[x] === r.objectives[x] && a.ranked[f].objectives[y] === r.objectives[y]
            ),
            `${k} is beaten by none and not on the frontier`
          );
        }
      });
    }
  });

const jobOf = (searched: SearchCase): SearchJob => {
  const checked = checkSearch(requestOf(searched), null);
  assert.ok(checked.ok);
  return checked.value;
};

for (const name of some(
  ['fast boats by the loaded rpm', 'aeroplanes', 'multirotors with coaxial rotors and a payload'],
  1
))
  test(`${name}: the nearest misses are the nearest there are, and what is said to let one through does`, () => {
    const searched = named(name);
    const job = jobOf(searched);
    const space = spaceOf(job.brief, job.parts, job.limits);
    const result = new SearchResult([searchShare(job)]);
    const { nearest } = adviceOf(job, result);
    assert.ok(nearest.length > 0);
    // by the plain loop: of every group of one motor, gear, propulsor and pack the nearest
    const each = space.escs.length * space.supplies.length;
    const by = new Map<number, number>();
    for (let k = 0; k < space.size; k++) {
      const checks = runChecks(analysisOf(setupOf(space, k))).filter((c) => c.finding === 'over');
      if (checks.length === 0) continue;
      const beyond = Math.max(
        ...checks.map((c) => {
          const [value, limit] = [c.value as number, c.limit as number];
          const share = c.direction === 'above' ? limit / value - 1 : value / limit - 1;
          return Number.isFinite(share) && share > 0 ? share : Infinity;
        })
      );
      const group = Math.floor(k / each);
      by.set(group, Math.min(by.get(group) ?? Infinity, beyond));
    }
    const least = [...by.values()].sort((a, b) => a - b).slice(0, nearest.length);
    nearest.forEach((m, k) => {
      assert.ok(Math.abs(m.by - least[k]) < 1e-9, `${k}: by ${m.by}, the plain loop has ${least[k]}`);
      assert.match(m.relaxation, /by [\d.]+ %/);
      if (m.changes.length === 0) return;
      const after = analysisOf(changed(m.setup, m.changes));
      const judged = runChecks(after).find((c) => c.id === m.over[0]);
      assert.notEqual(judged?.finding, 'over', `${m.relaxation}: ${judged?.sentence}`);
    });
  });

test('what one new part opens is what a search with it finds, and the best of it is as much better as is said', () => {
  const searched = named('owned aeroplane parts of some cells');
  const job = jobOf(searched);
  const result = new SearchResult([searchShare(job)]);
  const { buy } = adviceOf(job, result);
  assert.ok(buy.length >= 3);
  assert.ok(buy.some((o) => o.onShelf) && buy.some((o) => !o.onShelf));
  for (const o of buy.slice(0, extent(2, 5))) {
    const one = { name: '', owned: true, document: o.document };
    const owned = <T extends { owned: boolean }>(list: readonly T[]): T[] => list.filter((p) => p.owned);
    const { battery, esc, motor, propulsor } = searched.parts;
    const series = (b: (typeof battery)[number]): boolean =>
      searched.limits.series?.includes(b.document.series) ?? true;
    const plain = plainSearch({
      ...searched,
      parts: {
        battery: owned(battery).filter(series),
        esc: owned(esc),
        motor: owned(motor),
        propulsor: owned(propulsor),
        [o.part]: [one]
      } as SearchCase['parts'],
      limits: { ...searched.limits, ...(o.part === 'battery' ? { series: undefined } : {}) }
    }).filter((p) => isWorkable(p) && p.current <= (searched.limits.maxCurrentA as number));
    assert.equal(o.opens, plain.length, o.text);
  }
});

for (const [name, wishes] of some(
  [
    ['aeroplanes', ['largestPropM']],
    ['multirotors', ['leastSeconds']]
  ] as const,
  1
))
  test(`${name}: what a wish would have to give is what a plain loop without it finds`, () => {
    const searched = named(name);
    const job = jobOf(searched);
    const { relaxations } = adviceOf(job, new SearchResult([searchShare(job)]));
    const each = searched.parts.esc.length;
    const groups = (list: readonly PlainFound[], plain: readonly PlainFound[]): number =>
      new Set(list.map((p) => Math.floor(plain.indexOf(p) / each))).size;
    for (const wish of wishes) {
      const r = relaxations.find((one) => one.wish === wish);
      assert.ok(r, `${wish} in ${JSON.stringify(relaxations)}`);
      const field = wish === 'leastSeconds' ? 'targetSeconds' : 'largestPropM';
      const { [field]: asked, ...craft } = searched.brief.craft;
      assert.equal(r.from, asked);
      const plain = plainSearch({ ...searched, brief: { ...searched.brief, craft } });
      const [least, value] =
        wish === 'leastSeconds'
          ? [true, (p: PlainFound) => p.time ?? 0]
          : [false, (p: PlainFound) => p.setup.propulsor.diameterM];
      const reaches = (p: PlainFound, limit: number): boolean =>
        least ? value(p) >= limit : value(p) <= limit;
      const more = plain.filter((p) => isWorkable(p) && !reaches(p, r.from));
      assert.equal(r.without, groups(more, plain));
      assert.equal(
        r.opens,
        groups(
          more.filter((p) => reaches(p, r.to)),
          plain
        )
      );
      assert.ok(r.opens > 0 && (least ? r.to < r.from : r.to > r.from));
    }
  });

test('shares of a search put together are the whole search', () => {
  const job = jobOf(named('workboats'));
  const whole = answerOfSearch(job, [searchShare(job)]);
  for (const of of some([3, 2, 7], 1))
    assert.deepEqual(
      answerOfSearch(
        job,
        Array.from({ length: of }, (_, at) => searchShare(job, { at, of }))
      ),
      whole
    );
});

test('an empty shelf, and one of the wrong kind, is answered with what the brief wants', () => {
  const searched = named('aeroplanes');
  const none = answered({ brief: searched.brief, shelf: { battery: [], esc: [], motor: [], propulsor: [] } });
  assert.equal(none.examined, 0);
  assert.deepEqual(none.ranked, []);
  assert.ok(none.ideal && none.ideal.shopping.length >= 4);
  assert.match(none.ideal.shopping[0], /KV/);
  const wrong = requestOf(searched) as { shelf: Record<string, unknown> };
  wrong.shelf.propulsor = [{ kind: 'submerged-screw', diameterM: 0.05, pitchM: 0.05, blades: 3 }];
  const screws = answered(wrong);
  assert.equal(screws.examined, 0);
  assert.deepEqual(screws.leftOut, [{ part: 'propulsor', why: 'kind', count: 1 }]);
});

test('bad requests are refused in words, at the figure', () => {
  const good = requestOf(named('aeroplanes')) as {
    brief: { craft: Record<string, unknown> };
    shelf: { motor: Record<string, unknown>[] };
  };
  const refused = (change: (r: typeof good) => unknown): { path: string; message: string }[] => {
    const request = structuredClone(good);
    const answer = answerSearch(change(request) ?? request);
    assert.ok(!answer.ok);
    return answer.errors.errors;
  };
  const at = (path: string, errors: { path: string; message: string }[]): void => {
    const found = errors.find((e) => e.path === path);
    assert.ok(found, `${path} in ${JSON.stringify(errors)}`);
    assert.match(found.message, /[.!]$/);
  };
  at(
    '',
    refused(() => 'a text')
  );
  at(
    'brief',
    refused(() => ({ shelf: good.shelf }))
  );
  at(
    'shelf',
    refused(() => ({ brief: good.brief }))
  );
  at(
    'brief.craft.massKg',
    refused((r) => void (r.brief.craft.massKg = -1))
  );
  at(
    'shelf.motor.2.kvRpmPerVolt',
    refused((r) => void (r.shelf.motor[2].kvRpmPerVolt = 0))
  );
  at(
    'shelf.motor.1.poles',
    refused((r) => void (r.shelf.motor[1].poles = 7))
  );
  at(
    'limits.series.0',
    refused((r) => ({ ...r, limits: { series: [4000] } }))
  );
  at(
    'rank',
    refused((r) => ({ ...r, rank: 'price' }))
  );
  at(
    'top',
    refused((r) => ({ ...r, top: 0 }))
  );
});
