import { changeAdvice, type ChangeAdvice, type ChangeView } from '../core/change/change-picture.ts';

/** Looks for what makes a change safe: one question a worker, which is ended when the question is overtaken. */
onmessage = ({ data }: MessageEvent<ChangeView>): void => {
  const advice: ChangeAdvice | null = changeAdvice(data);
  postMessage(advice);
};
