// The installation itself: whether it is up, who is logged in, what a refusal says.
import type { Problem } from '../../core/text/issues.ts';
import {
  anyObject,
  describes,
  flag,
  list,
  object,
  text,
  whole,
  type TypeOf
} from '../../core/document/typed-schema.ts';

export const healthSchema = object({ ok: flag, version: text });

/** Whether a passphrase is set, and whether this browser is logged in. */
export const sessionStateSchema = object({ needed: flag, open: flag });
export type SessionState = Readonly<TypeOf<typeof sessionStateSchema>>;

export const loggedInSchema = object({ open: flag });
/** How many sessions were ended. */
export const loggedOutSchema = object({ ended: whole });

/** What a refusal says, and where it is wrong; `current` is what stands, where a write named a revision that no longer does. */
export const errorsSchema = object(
  {
    message: text,
    errors: list(
      describes<Problem>()(
        object({ path: text, message: text, code: text, values: anyObject }, ['code', 'values'])
      )
    ),
    current: anyObject
  },
  ['current']
);
