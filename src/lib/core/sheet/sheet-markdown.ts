import { severityWord } from '../cautions/cautions.ts';
import { watchWords } from '../testing/plan/plan-text.ts';
import { show, showUnit } from '../units/show.ts';
import type { UnitChoice } from '../units/quantity.ts';
import { balanceWords } from './balance-words.ts';
import { moneyWords } from './money.ts';
import { figureWords } from './figures.ts';
import type { BuildSheet } from './sheet.ts';

/** A cell of a table: on one line, its bars and backslashes escaped. */
const cell = (text: string | number): string => String(text).replace(/\s+/g, ' ').replace(/[\\|]/g, '\\$&');
const row = (cells: readonly (string | number)[]): string => `| ${cells.map(cell).join(' | ')} |`;
const table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]): string[] =>
  rows.length === 0 ? [] : [row(head), row(head.map(() => '---')), ...rows.map(row)];
/** Text that stays text in Markdown. */
const plain = (text: string): string => text.replace(/[\\`*_<>#[\]]/g, '\\$&');

/** A build sheet as Markdown: what is on the paper, in its order. */
export function sheetMarkdown(sheet: BuildSheet, choice: UnitChoice = {}): string {
  const { harness: h, parts } = sheet;
  const section = (title: string, lines: readonly string[]): string[] =>
    lines.length === 0 ? [] : ['', `## ${title}`, '', ...lines];
  const b = sheet.balance;
  return [
    `# ${plain(sheet.craft.name)}: ${plain(sheet.setup)}`,
    '',
    [
      `${sheet.craft.kind}, ${showUnit(sheet.craft.massKg, 'kg')}`,
      sheet.craft.purpose,
      sheet.revision === null ? '' : `revision ${sheet.revision}`,
      sheet.madeOn ?? '',
      sheet.fitted ? 'fitted to runs' : ''
    ]
      .filter(Boolean)
      .map(plain)
      .join(' · '),
    ...(sheet.over.length > 0
      ? [
          '',
          sheet.plan ? '**Not at full throttle as it is.**' : '**Not to be powered up as it is.**',
          '',
          ...sheet.over.map((o) => `- ${plain(o)}`)
        ]
      : []),
    ...section('Parts', [
      ...table(
        ['', 'part', 'what', 'number', 'state', 'price'],
        parts.parts.map((p) => [
          p.title,
          p.name,
          p.says,
          p.count,
          p.state,
          p.price === null ? '' : moneyWords(p.price * p.count, parts.currency)
        ])
      ),
      ...(parts.toBuy === null
        ? []
        : [
            '',
            `To buy: ${moneyWords(parts.toBuy, parts.currency)}${parts.unpriced ? ', and what has no price yet' : ''}`
          ])
    ]),
    ...section('Predicted', [
      ...table(
        ['figure', 'value'],
        sheet.figures.map((f) => [f.title, figureWords(f, choice)])
      ),
      '',
      'Where a figure has a width, eight of ten readings are expected inside it.'
    ]),
    ...section(
      'Findings',
      sheet.findings.length === 0
        ? ['Everything that is known holds.']
        : sheet.findings.map((f) => `- **${f.word}** ${plain(f.title)}: ${plain(f.short)}`)
    ),
    ...section('Wiring', [
      ...table(
        ['wire', 'gauge', 'length', 'amps', 'warm'],
        h.segments.map((x) => [
          x.count > 1 ? `${x.title}, ${x.count} of them` : x.title,
          `${x.awg}${x.gaugeTold ? '' : ' would do'}`,
          `${show(100 * x.lengthM, 2)} cm`,
          showUnit(x.currentA, 'A'),
          Number.isFinite(x.warmC) ? showUnit(x.warmC, '°C', 2) : 'too hot'
        ])
      ),
      '',
      ...h.joints.map(
        (j) => `- ${j.title}: ${plain(j.fitted ?? `${j.suggested} would do`)}. ${plain(j.says)}`
      ),
      `- capacitor: ${plain(h.capacitor.says)}`,
      ...h.motors.map((m) =>
        h.motors.length > 1
          ? `- motor ${m.number}, ${m.place}: ${m.turns} seen from ${m.seenFrom}`
          : `- motor: ${m.turns} seen from ${m.seenFrom}`
      ),
      ...h.notes.map((n) => `- ${n.title}: ${plain(n.text)}`)
    ]),
    ...section('Receiver', [
      ...sheet.receiver.choices
        .filter((c) => c.present)
        .map(
          (c) =>
            `${plain(c.title)}: ${showUnit(c.outputV, 'V', 2)}${c.peakA === null ? '' : `, at most ${showUnit(c.peakA, 'A')} asked`}${c.ratedA === null ? '' : ` of ${showUnit(c.ratedA, 'A')}`}${c.heatW === null ? '' : `, ${showUnit(c.heatW, 'W')} of heat`}.`
        ),
      '',
      ...sheet.receiver.notes.map((n) => `- ${plain(n)}`)
    ]),
    ...(b === null ? [] : section('Balance', balanceWords(b, sheet.document.craft.kind, choice).map(plain))),
    ...section(
      'Settings',
      sheet.settings.map((x) => `- [ ] ${x.title}: ${plain(x.text)}`)
    ),
    ...section('Cautions', [
      ...sheet.cautions.flatMap((act) => [
        `### ${act.title}`,
        '',
        ...act.cautions.map((c) => `- **${severityWord(c.severity)}** ${plain(c.text)}`),
        ''
      ]),
      plain(sheet.defers)
    ]),
    ...section(
      'Test',
      sheet.plan === null
        ? ['Not before what is over is put right.']
        : sheet.plan.stages.flatMap((stage, k) => [
            `- [ ] ${k + 1}. ${plain(stage.title)}. Fit: ${plain(stage.fit)}. ${plain(stage.do)}`,
            ...stage.watch.map((w) => `    - ${watchWords(w, choice)}; read: ____`)
          ])
    ),
    ...section('The setup itself', [
      sheet.carriedWhole
        ? 'To be read back by Iskarn’s import, whole:'
        : 'To be read back by Iskarn’s import, without what was fitted to runs: that is too long for paper, the JSON holds it:',
      '',
      '```',
      ...sheet.carried,
      '```'
    ]),
    ''
  ].join('\n');
}
