/** Names of the insulations alone: who only needs these carries no table. */
export const INSULATION_IDS = ['silicone', 'pvc', 'fluoropolymer'] as const;
