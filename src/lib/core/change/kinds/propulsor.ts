import type { FromSchema } from 'json-schema-to-ts';
import type { Propulsor, SetupDocument } from '../../document/schema.ts';
import { propulsorSchema } from '../../document/schema/propulsor.ts';
import { shopWords } from '../../alternatives/shop-words.ts';
import { alteredTo } from '../apply-change.ts';
import { nextDiameter, nextUp, propulsorWith, steppedPitch } from '../other-parts.ts';
import type { ChangeForm, ChangeKind, SentencePiece } from './change-kind.ts';
import { anchorField, kindField } from './fields.ts';

const schema = {
  title: 'another propulsor',
  type: 'object',
  required: ['kind', 'propulsor'],
  properties: { kind: kindField('propulsor'), propulsor: propulsorSchema, anchor: anchorField }
} as const;
type PropulsorChange = FromSchema<typeof schema>;

const BLADES = ['', '', '', ', three blades', ', four blades', ', five blades', ', six blades'];

/** "6 × 4.5", "5 × 5, three blades": a propulsor in the words of a shop, its blades where they are not two. */
const propulsorWords = (setup: SetupDocument): string =>
  `${shopWords('propulsor', setup)}${BLADES[setup.propulsor.blades ?? 2] ?? ''}`;

/** What is not said of the new propulsor and is usually as it was: family, place, fluid. */
function likeBefore(before: Propulsor, after: Propulsor): Propulsor {
  if (before.kind === 'propeller' && after.kind === 'propeller')
    return {
      ...after,
      ...((after.family ?? before.family) ? { family: after.family ?? before.family } : {}),
      ...((after.placement ?? before.placement) ? { placement: after.placement ?? before.placement } : {})
    };
  if (before.kind === 'surface-drive' && after.kind === 'surface-drive' && before.immersion != null)
    return { ...after, immersion: after.immersion ?? before.immersion };
  return after;
}

/** Another propulsor on the same shaft; what it is of the old one's make is taken to be the same. */
export const propulsorKind = {
  schema,
  exchanged: ({ propulsor }) => ({ propulsor }),
  sentence: (before, _change, after) => `${propulsorWords(after)} instead of ${propulsorWords(before)}`,
  alter: (before, { propulsor }) =>
    alteredTo(before, { ...before, propulsor: likeBefore(before.propulsor, propulsor) }),
  keeps: ['propulsor'],
  reports: ['choices', 'care']
} as const satisfies ChangeKind<PropulsorChange>;

const of = (propulsor: Propulsor): PropulsorChange => ({ kind: 'propulsor', propulsor });
const NAMES = {
  propeller: 'propeller',
  'ducted-fan': 'fan',
  'submerged-screw': 'screw',
  'surface-drive': 'screw'
} as const;
/** Most blades that are made. */
const MOST_BLADES = { propeller: 6, 'ducted-fan': 24, 'submerged-screw': 6, 'surface-drive': 6 } as const;

/** The pitch of a propulsor in the sentence; nothing where it has none. */
function pitchPieces(p: Propulsor): SentencePiece<PropulsorChange>[] {
  if (p.pitchM == null) return [];
  const ruled = p.kind === 'propeller';
  return [
    { words: '×' },
    {
      figure: {
        id: 'change-pitch',
        label: 'pitch',
        quantity: ruled ? 'propLength' : 'screwLength',
        value: p.pitchM,
        ...(ruled ? { next: (pitchM, up) => steppedPitch({ diameterM: p.diameterM, pitchM }, up) } : {}),
        set: (pitchM) => of(propulsorWith(p, { pitchM }))
      }
    }
  ];
}

export const propulsorForm: ChangeForm<PropulsorChange> = {
  words: ({ propulsor }) => `another ${NAMES[propulsor.kind]}`,
  first: ({ propulsor }) => of(nextUp(propulsor)),
  pieces: ({ propulsor: p }, from) => [
    {
      figure: {
        id: 'change-diameter',
        label: 'diameter',
        quantity: p.kind === 'propeller' ? 'propLength' : 'screwLength',
        value: p.diameterM,
        step: (up) => of(nextDiameter(p, up)),
        set: (diameterM) => of(propulsorWith(p, { diameterM }))
      }
    },
    ...pitchPieces(p),
    {
      figure: {
        id: 'change-blades',
        label: 'blades',
        quantity: 'count',
        value: p.blades ?? 2,
        next: (v, up) => Math.min(Math.max(v + (up ? 1 : -1), 2), MOST_BLADES[p.kind]),
        set: (blades) => of(propulsorWith(p, { blades }))
      }
    },
    { words: `blades instead of ${propulsorWords(from)}`, aside: true }
  ],
  taking: { part: 'propulsor', into: ({ propulsor }, from) => ({ ...from, propulsor }), take: of }
};
