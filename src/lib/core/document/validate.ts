import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import { predictRequestSchema, setupSchema, type PredictRequest, type SetupDocument } from './schema.ts';

/** One thing wrong with a document: where, and a sentence a hobbyist understands. */
export interface Issue {
  path: string;
  message: string;
}

export type Validated<T> = { ok: true; value: T; notes: string[] } | { ok: false; errors: Issue[] };

const ajv = new Ajv({
  allErrors: true,
  discriminator: true,
  strict: false,
  verbose: true,
  code: { optimize: false }
});
const compiled = new Map<object, ValidateFunction>();

function validator(schema: object): ValidateFunction {
  let found = compiled.get(schema);
  if (!found) {
    found = ajv.compile(schema);
    compiled.set(schema, found);
  }
  return found;
}

const shown = (value: unknown): string => {
  // the size of a large thing is said, not its content
  if (Array.isArray(value) && value.length > 20) return `a list of ${value.length}`;
  if (typeof value === 'string' && value.length > 100) return `"${value.slice(0, 57)}…"`;
  const text = JSON.stringify(value);
  return text === undefined ? 'nothing' : text.length > 60 ? `${text.slice(0, 57)}…` : text;
};

const pathOf = (error: ErrorObject): string =>
  error.instancePath.slice(1).replaceAll('/', '.').replaceAll('~1', '/').replaceAll('~0', '~').slice(0, 200);

function limits(schema: Record<string, unknown>): string {
  const low = (schema.exclusiveMinimum ?? schema.minimum) as number | undefined;
  const high = schema.maximum as number | undefined;
  const from = schema.exclusiveMinimum !== undefined ? `more than ${low}` : `${low}`;
  if (low !== undefined && high !== undefined) return `${from} and at most ${high}`;
  return low !== undefined ? `at least ${from}` : `at most ${high}`;
}

/** A missing field's name in words, in brackets; nothing where the schema has none. */
function titleOf(schema: Record<string, unknown>, field: string): string {
  const properties = schema.properties as Record<string, { title?: string }> | undefined;
  const title = properties && Object.hasOwn(properties, field) ? properties[field].title : undefined;
  return title === undefined || title === field ? '' : ` (${title})`;
}

/** One sentence for an Ajv error: the field by name, what was given, what would do. */
function sentence(error: ErrorObject): string {
  const schema = (error.parentSchema ?? {}) as Record<string, unknown>;
  const path = pathOf(error);
  const name = (schema.title as string | undefined) ?? (path || 'the document');
  const params = error.params as Record<string, unknown>;
  switch (error.keyword) {
    case 'required':
      return `${path || 'the document'} lacks "${params.missingProperty as string}"${titleOf(schema, params.missingProperty as string)}; add it.`;
    case 'type':
      return `${name} is ${shown(error.data)}; it should be ${String(params.type).replaceAll(',', ' or ')}.`;
    case 'minimum':
    case 'maximum':
    case 'exclusiveMinimum':
      return `${name} is ${shown(error.data)}; it should be ${limits(schema)}.`;
    case 'additionalProperties':
      return `"${String(params.additionalProperty).slice(0, 60)}" is not known in ${name}.`;
    case 'enum':
      return `${name} is ${shown(error.data)}; it should be one of ${(params.allowedValues as unknown[])
        .filter((v) => v !== null)
        .join(', ')}.`;
    case 'const':
      return `${name} is ${shown(error.data)}; it should be ${shown(params.allowedValue)}.`;
    case 'discriminator':
      return `the kind of ${name} is ${shown(params.tagValue)}; it should be propeller, ducted-fan, submerged-screw or surface-drive.`;
    case 'maxLength':
    case 'minLength':
      return `${name} has ${(error.data as string).length} characters; it should have ${error.keyword === 'maxLength' ? 'at most' : 'at least'} ${params.limit as number}.`;
    case 'maxItems':
    case 'minItems':
      return `${name} has ${(error.data as unknown[]).length} entries; it should have ${error.keyword === 'maxItems' ? 'at most' : 'at least'} ${params.limit as number}.`;
    default:
      return `${name}: ${error.message ?? 'is not right'}.`;
  }
}

interface SchemaNode {
  properties?: Record<string, SchemaNode>;
  anyOf?: SchemaNode[];
  oneOf?: SchemaNode[];
  items?: SchemaNode;
  additionalProperties?: unknown;
}

/** Most fields that no schema mentions: beyond them the document is something else. */
const MOST_UNKNOWN = 200;
/** Most of them, and most errors, that are told one by one. */
const MOST_TOLD = 50;

/** Names of fields that no schema mentions: not an error, but never silent. Stops a little past the most. */
function unknownFields(schema: SchemaNode, value: unknown, path: string, out: string[]): void {
  if (out.length > MOST_UNKNOWN) return;
  if (Array.isArray(value)) {
    if (schema.items && typeof value[0] === 'object')
      value.forEach((v, i) => unknownFields(schema.items!, v, `${path}[${i}]`, out));
    return;
  }
  if (value === null || typeof value !== 'object') return;
  let node = schema;
  const options = schema.oneOf ?? schema.anyOf;
  if (options) {
    const kind = (value as { kind?: unknown }).kind;
    node =
      options.find((o) => (o.properties?.kind as { const?: unknown } | undefined)?.const === kind) ??
      options[0];
  }
  if (!node.properties || node.additionalProperties) return;
  for (const [key, inner] of Object.entries(value)) {
    const known = Object.hasOwn(node.properties, key) ? node.properties[key] : undefined;
    const at = path ? `${path}.${key}` : key;
    if (out.length > MOST_UNKNOWN) return;
    if (!known) out.push(`"${at.slice(0, 80)}" is not a field Iskarn knows; it was not used.`);
    else unknownFields(known, inner, at, out);
  }
}

/** Ideal over actual power at standstill, CT^1.5 sqrt(2/pi)/CP: at most 1 by momentum theory. */
const figureOfMerit = (thrust: number, power: number): number =>
  (Math.max(thrust, 0) ** 1.5 * Math.sqrt(2 / Math.PI)) / power;

/** Checks what no schema can say: figures that contradict each other. */
function contradictions(setup: SetupDocument): Issue[] {
  const out: Issue[] = [];
  const add = (path: string, message: string) => out.push({ path, message });
  const { esc, battery, motor, propulsor } = setup;
  if (esc?.minSeries != null && esc.maxSeries != null && esc.minSeries > esc.maxSeries)
    add(
      'esc.minSeries',
      `fewest cells of the ESC is ${esc.minSeries}, more than its most, ${esc.maxSeries}.`
    );
  if (battery.continuousC != null && battery.burstC != null && battery.burstC < battery.continuousC)
    add('battery.burstC', `burst C is ${battery.burstC}, below the continuous C of ${battery.continuousC}.`);
  if (esc?.continuousA != null && esc.burstA != null && esc.burstA < esc.continuousA)
    add('esc.burstA', `burst rating ${esc.burstA} A is below the continuous rating of ${esc.continuousA} A.`);
  if (motor.poles != null && motor.poles % 2 === 1)
    add('motor.poles', `magnet poles is ${motor.poles}; magnets come in pairs, so it should be even.`);
  if (
    propulsor.kind === 'ducted-fan' &&
    propulsor.hubDiameterM != null &&
    propulsor.hubDiameterM >= propulsor.diameterM
  )
    add(
      'propulsor.hubDiameterM',
      `hub diameter ${propulsor.hubDiameterM} m is not below the fan's diameter, ${propulsor.diameterM} m.`
    );
  const c = propulsor.coefficients;
  if (c) {
    const columns = [c.advanceRatio, c.thrust, c.power].filter(Array.isArray).map((x) => x.length);
    const mixed = Array.isArray(c.thrust) !== Array.isArray(c.power);
    if (mixed || (Array.isArray(c.thrust) && !c.advanceRatio))
      add(
        'propulsor.coefficients',
        'thrust and power must both be one number, or both columns over advanceRatio.'
      );
    else if (Array.isArray(c.thrust) && new Set(columns).size > 1)
      add('propulsor.coefficients', `the columns have different lengths: ${columns.join(', ')}.`);
    else if (c.advanceRatio?.some((j, i, all) => i > 0 && !(j > all[i - 1])))
      add('propulsor.coefficients.advanceRatio', 'advance ratios must rise from row to row.');
    const powers = Array.isArray(c.power) ? c.power : [c.power];
    const thrusts = Array.isArray(c.thrust) ? c.thrust : [c.thrust];
    const merit = figureOfMerit(thrusts[0], powers[0]);
    if (!(powers[0] > 0))
      add(
        'propulsor.coefficients.power',
        `the power coefficient at the lowest advance ratio is ${shown(powers[0])}; it should be above 0.`
      );
    else if (propulsor.kind !== 'ducted-fan' && (c.advanceRatio?.[0] ?? 0) <= 0.05 && merit > 1)
      add(
        'propulsor.coefficients',
        `thrust ${shown(thrusts[0])} for power ${shown(powers[0])} standing still is more than any open disc can give (figure of merit ${merit.toFixed(2)}, at most 1); are the columns swapped?`
      );
  }
  if (battery.cutoffCellV != null && battery.chemistry !== 'nimh' && battery.cutoffCellV < 1.5)
    add(
      'battery.cutoffCellV',
      `loaded cut-off per cell is ${battery.cutoffCellV} V; no lithium cell survives that.`
    );
  return out;
}

function check<T>(schema: object, value: unknown): Validated<T> {
  const run = validator(schema);
  if (!run(value)) {
    const seen = new Set<string>();
    const errors: Issue[] = [];
    for (const error of run.errors ?? []) {
      // the branches of a choice repeat what the chosen branch says
      if (error.keyword === 'anyOf' || error.keyword === 'oneOf') continue;
      const path = pathOf(error) + (error.keyword === 'required' ? `.${error.params.missingProperty}` : '');
      const at = path.replace(/^\./, '');
      if (seen.has(at)) continue;
      if (seen.size >= MOST_TOLD) break;
      seen.add(at);
      errors.push({ path: at, message: sentence(error) });
    }
    if (errors.length === 0)
      errors.push({ path: '', message: 'the document does not have the right shape.' });
    return { ok: false, errors };
  }
  const notes: string[] = [];
  unknownFields(schema as SchemaNode, value, '', notes);
  if (notes.length > MOST_UNKNOWN)
    return {
      ok: false,
      errors: [
        {
          path: '',
          message: `This holds more than ${MOST_UNKNOWN} fields that Iskarn does not know; is it another kind of document?`
        }
      ]
    };
  if (notes.length > MOST_TOLD)
    notes.splice(MOST_TOLD, notes.length, `and ${notes.length - MOST_TOLD} more fields that were not used.`);
  return { ok: true, value: value as T, notes };
}

const prefixed = (errors: Issue[], prefix: string): Issue[] =>
  errors.map((e) => ({ path: prefix + e.path, message: e.message }));

/** Validates a setup document. Never throws, whatever it is given. */
export function validateSetup(value: unknown): Validated<SetupDocument> {
  const shape = check<SetupDocument>(setupSchema, value);
  if (!shape.ok) return shape;
  const errors = contradictions(shape.value);
  return errors.length > 0 ? { ok: false, errors } : shape;
}

/** Validates a predict request, or a bare setup document. */
export function validatePredict(value: unknown): Validated<PredictRequest> {
  const bare =
    typeof value === 'object' &&
    value !== null &&
    (value as { format?: unknown }).format === 'iskarn.setup/1';
  const request = bare ? { setup: value } : value;
  const shape = check<PredictRequest>(predictRequestSchema, request);
  if (!shape.ok)
    return bare
      ? { ok: false, errors: shape.errors.map((e) => ({ ...e, path: e.path.replace(/^setup\.?/, '') })) }
      : shape;
  const errors = contradictions(shape.value.setup);
  if (errors.length > 0) return { ok: false, errors: bare ? errors : prefixed(errors, 'setup.') };
  const points = shape.value.points ?? [];
  for (let i = 0; i < points.length; i++) {
    const p = points[i];
    const given = [p.stateOfCharge, p.restingCellV, p.batteryVoltageV].filter((v) => v != null);
    if (given.length > 1)
      errors.push({
        path: `points.${i}`,
        message: 'give one of state of charge, resting volts per cell and volts under load, not several.'
      });
  }
  return errors.length > 0 ? { ok: false, errors } : shape;
}

/** Validates any value against a schema of this folder's kind; for the other requests. */
export const validateAgainst = <T>(schema: object, value: unknown): Validated<T> => check<T>(schema, value);
