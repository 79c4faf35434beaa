const UNITS: readonly (readonly [suffix: RegExp, unit: string])[] = [
  [/M2$/, 'm2'],
  [/RpmPerVolt$/, 'rpm/V'],
  [/Rpm$/, 'rpm'],
  [/Ohm$/, 'ohm'],
  [/InductanceH$/, 'H'],
  [/Ah$/, 'Ah'],
  [/Kg$/, 'kg'],
  [/Deg$/, 'deg'],
  [/(?<=[a-z])M$/, 'm'],
  [/(?<=[a-z])A$/, 'A'],
  [/(?<=[a-z])V$/, 'V'],
  [/(?<=[a-z])W$/, 'W'],
  [/(?<=[a-z])C$/, 'C']
];

/** SI unit of a document's field, from the ending of its name; empty for counts, shares and names. */
export const unitOfField = (field: string): string => UNITS.find(([suffix]) => suffix.test(field))?.[1] ?? '';
