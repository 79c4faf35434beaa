import { craftSchema } from '../document/schema/craft.ts';
import { issue } from '../text/issues.ts';
import { type SetupDocument } from '../document/schema.ts';
import { validateAgainst, validateSetup, type Validated } from '../document/validate.ts';
import type { Brief } from '../brief/brief.ts';
import type { Schools } from './size-electrics.ts';
import { firstSketch } from './first-sketch.ts';

/** What a brief may hold. */
export const briefSchema = {
  title: 'brief',
  type: 'object',
  required: ['name', 'kind', 'purpose', 'massKg'],
  properties: {
    name: { type: 'string', minLength: 1, maxLength: 80, title: 'name' },
    kind: craftSchema.properties.kind,
    purpose: { type: 'string', maxLength: 60, title: 'purpose' },
    massKg: craftSchema.properties.massKg,
    wingAreaM2: craftSchema.properties.wingAreaM2,
    largestPropM: craftSchema.properties.largestPropM,
    waterlineLengthM: craftSchema.properties.waterlineLengthM,
    hull: craftSchema.properties.hull,
    rotors: { type: 'integer', minimum: 3, maximum: 16, title: 'number of rotors' },
    coaxial: { type: 'boolean', title: 'coaxial' },
    targetSeconds: craftSchema.properties.targetSeconds,
    series: { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'cells' }
  }
} as const;

/** A brief from outside made into a first setup that every check of documents accepts, or what is wrong. Never throws. */
export function sketchChecked(
  value: unknown,
  schools?: Schools
): Validated<{ name: string; document: SetupDocument }> {
  const checked = validateAgainst<Brief>(briefSchema, value);
  if (!checked.ok) return checked;
  const brief = { ...checked.value, name: checked.value.name.trim() };
  if (brief.name === '') return { ok: false, errors: [issue('name', 'name-empty', {})] };
  const sketched = validateSetup(firstSketch(brief, schools));
  return sketched.ok
    ? { ok: true, value: { name: brief.name, document: sketched.value }, notes: [] }
    : {
        ok: false,
        errors: sketched.errors.map((e) => issue(e.path, 'no-sketch', { why: e.message }))
      };
}
