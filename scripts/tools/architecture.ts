import { arrows, FLOORS, placeOf, sources } from './floors.ts';

const short = (folder: string): string => folder.replace(/^lib\//, '');

/** The architecture document: floors from the roof down, what stands on each, and which folders each folder uses. */
export function architecture(): string {
  const { arrows: all } = arrows();
  const files = new Map<string, number>();
  for (const file of sources()) {
    const place = placeOf(file);
    if (place) files.set(place.folder, (files.get(place.folder) ?? 0) + 1);
  }
  const uses = new Map<string, Map<string, number>>();
  for (const { from, to } of all) {
    const row = uses.get(from) ?? new Map<string, number>();
    row.set(to, (row.get(to) ?? 0) + 1);
    uses.set(from, row);
  }
  const lines = [
    '# The house',
    '',
    'Drawn from the imports by `npm run snapshot -- architecture`. A folder uses its own floor and those below it, never one above;',
    '`tests/floors.test.ts` fails on an arrow up, on a ring of folders and on a file that stands nowhere.',
    '',
    '```'
  ];
  const width = 74;
  for (const floor of [...FLOORS].reverse()) {
    lines.push(`+${'-'.repeat(width)}+`);
    lines.push(`| ${`${floor.name}: ${floor.holds}`.padEnd(width - 2)} |`);
    let row = '   ';
    for (const folder of floor.folders) {
      const name = `${short(folder)} (${files.get(folder) ?? 0})  `;
      if (row.length + name.length > width - 2) {
        lines.push(`| ${row.padEnd(width - 2)} |`);
        row = '   ';
      }
      row += name;
    }
    lines.push(`| ${row.padEnd(width - 2)} |`);
  }
  lines.push(
    `+${'-'.repeat(width)}+`,
    '```',
    '',
    '## Who uses whom',
    '',
    '| folder | uses |',
    '| --- | --- |'
  );
  for (const floor of [...FLOORS].reverse())
    for (const folder of floor.folders) {
      const row = [...(uses.get(folder) ?? [])].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]));
      lines.push(
        `| \`${short(folder)}\` | ${row.map(([to]) => `\`${short(to)}\``).join(', ') || 'nothing'} |`
      );
    }
  lines.push(
    '',
    'What happens to a document on its way up stands in [src/lib/core/README.md](../src/lib/core/README.md).',
    ''
  );
  return lines.join('\n');
}
