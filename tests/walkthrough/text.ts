import { STEPS } from './steps.ts';

/** File of a step's picture, below docs/. */
export const pictureOf = (index: number): string => `walkthrough/step-${index + 1}.png`;

/** The walkthrough as a document, from the same steps that the test takes. */
export const walkthroughText = (): string =>
  [
    '# From nothing to a matched setup',
    '',
    'A 1.1 kg sport aeroplane, room for an eleven-inch propeller, a drawer with three motors, one of them without a label. Every step below is taken by a test in the real interface; `npm run snapshot -- walkthrough` takes them again and renews the pictures.',
    '',
    ...STEPS.flatMap((step, k) => [
      `## ${k + 1}. ${step.title}`,
      '',
      step.text,
      '',
      ...(step.picture ? [`![${step.title}](${pictureOf(k)})`, ''] : [])
    ])
  ].join('\n');
