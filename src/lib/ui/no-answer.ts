/** What the page says of itself where the server does not answer. */
export const NO_ANSWER = 'no answer';

/** Whether something failed for want of an answer: browsers say it each in their own words. */
export const isNoAnswer = (error: unknown): boolean =>
  /fetch|network|load failed|importing a module/i.test(String((error as Error | null)?.message ?? error));
