import content from './content/at-test.json' with { type: 'json' };

/** Sentences that a stage of a test names by their ids. Makers' papers, the law and trained people come first. */
export const CAUTIONS = content;
export type CautionId = keyof typeof CAUTIONS;
