import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import { inside, issue, type Issue } from '../text/issues.ts';
import { predictRequestSchema, setupSchema, type PredictRequest, type SetupDocument } from './schema.ts';

export type { Issue } from '../text/issues.ts';

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

const pathOf = (error: ErrorObject): string =>
  error.instancePath.slice(1).replaceAll('/', '.').replaceAll('~1', '/').replaceAll('~0', '~').slice(0, 200);

/** A missing field's name in words, in brackets; nothing where the schema has none. */
function titleOf(schema: Record<string, unknown>, field: string): string {
  const properties = schema.properties as Record<string, { title?: string }> | undefined;
  const title = properties && Object.hasOwn(properties, field) ? properties[field].title : undefined;
  return title === undefined || title === field ? '' : ` (${title})`;
}

/** What a document may hold, as a hobbyist calls it. */
const TYPES: Readonly<Record<string, string>> = {
  number: 'a number',
  integer: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  object: 'a group of figures',
  null: 'left empty'
};
const typeWords = (type: unknown): string =>
  [type]
    .flat()
    .map((t) => TYPES[String(t)] ?? String(t))
    .join(' or ');

/** An Ajv error as an issue: the field by name, what was given, what would do. */
function issueOf(path: string, error: ErrorObject): Issue {
  const schema = (error.parentSchema ?? {}) as Record<string, unknown>;
  const name = (schema.title as string | undefined) ?? (pathOf(error) || 'the document');
  const params = error.params as Record<string, unknown>;
  const value: unknown = error.data;
  switch (error.keyword) {
    case 'required': {
      const field = params.missingProperty as string;
      return issue(path, 'missing', { where: pathOf(error), field, title: titleOf(schema, field) });
    }
    case 'type':
      return issue(path, 'type', { name, value, wanted: typeWords(params.type) });
    case 'minimum':
    case 'maximum':
    case 'exclusiveMinimum':
      return issue(path, 'range', {
        name,
        value,
        low: schema.minimum as number | undefined,
        above: schema.exclusiveMinimum as number | undefined,
        high: schema.maximum as number | undefined
      });
    case 'additionalProperties':
      return issue(path, 'unknown-field', { name, field: String(params.additionalProperty).slice(0, 60) });
    case 'enum':
      return issue(path, 'choice', { name, value, choices: params.allowedValues as unknown[] });
    case 'const':
      return issue(path, 'constant', { name, value, wanted: params.allowedValue });
    case 'discriminator':
      return issue(path, 'propulsor-kind', { name, value: params.tagValue });
    case 'maxLength':
    case 'minLength':
    case 'maxItems':
    case 'minItems':
      return issue(path, 'length', {
        name,
        length: (value as string | unknown[]).length,
        what: error.keyword.endsWith('Length') ? 'characters' : 'entries',
        limit: params.limit as number,
        most: error.keyword.startsWith('max')
      });
    default:
      return issue(path, 'shape', { name, why: error.message ?? 'is not right' });
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
    if (!known) out.push(issue(at.slice(0, 80), 'unused-field', { field: at.slice(0, 80) }, 'note').message);
    else unknownFields(known, inner, at, out);
  }
}

/** Ideal over actual power at standstill, CT^1.5 sqrt(2/pi)/CP: at most 1 by momentum theory. */
const figureOfMerit = (thrust: number, power: number): number =>
  (Math.max(thrust, 0) ** 1.5 * Math.sqrt(2 / Math.PI)) / power;

/** Measured columns that contradict each other, or nature. */
function columnIssues(propulsor: SetupDocument['propulsor']): Issue[] {
  const c = propulsor.coefficients;
  if (!c) return [];
  const out: Issue[] = [];
  const columns = [c.advanceRatio, c.thrust, c.power].filter(Array.isArray).map((x) => x.length);
  const mixed = Array.isArray(c.thrust) !== Array.isArray(c.power);
  if (mixed || (Array.isArray(c.thrust) && !c.advanceRatio))
    out.push(issue('propulsor.coefficients', 'columns-mixed', {}));
  else if (Array.isArray(c.thrust) && new Set(columns).size > 1)
    out.push(issue('propulsor.coefficients', 'columns-length', { lengths: columns }));
  else if (c.advanceRatio?.some((j, i, all) => i > 0 && !(j > all[i - 1])))
    out.push(issue('propulsor.coefficients.advanceRatio', 'columns-order', {}));
  const power = Array.isArray(c.power) ? c.power[0] : c.power;
  const thrust = Array.isArray(c.thrust) ? c.thrust[0] : c.thrust;
  const merit = figureOfMerit(thrust, power);
  if (!(power > 0)) out.push(issue('propulsor.coefficients.power', 'power-coefficient', { value: power }));
  else if (propulsor.kind !== 'ducted-fan' && (c.advanceRatio?.[0] ?? 0) <= 0.05 && merit > 1)
    out.push(issue('propulsor.coefficients', 'merit-above-one', { thrust, power, merit }));
  return out;
}

/** Least loaded volts that any lithium cell survives. Common practice, no source. */
const LEAST_CUTOFF_V = 1.5;

/** Checks what no schema can say: figures that contradict each other. */
function contradictions(setup: SetupDocument): Issue[] {
  const out: Issue[] = [];
  const { esc, battery, motor, propulsor } = setup;
  if (esc?.minSeries != null && esc.maxSeries != null && esc.minSeries > esc.maxSeries)
    out.push(issue('esc.minSeries', 'esc-cells-crossed', { fewest: esc.minSeries, most: esc.maxSeries }));
  if (battery.continuousC != null && battery.burstC != null && battery.burstC < battery.continuousC)
    out.push(
      issue('battery.burstC', 'burst-c-low', { burst: battery.burstC, continuous: battery.continuousC })
    );
  if (esc?.continuousA != null && esc.burstA != null && esc.burstA < esc.continuousA)
    out.push(issue('esc.burstA', 'burst-a-low', { burst: esc.burstA, continuous: esc.continuousA }));
  if (motor.poles != null && motor.poles % 2 === 1)
    out.push(issue('motor.poles', 'odd-poles', { poles: motor.poles }));
  if (
    propulsor.kind === 'ducted-fan' &&
    propulsor.hubDiameterM != null &&
    propulsor.hubDiameterM >= propulsor.diameterM
  )
    out.push(
      issue('propulsor.hubDiameterM', 'hub-large', {
        hubM: propulsor.hubDiameterM,
        diameterM: propulsor.diameterM
      })
    );
  out.push(...columnIssues(propulsor));
  if (battery.cutoffCellV != null && battery.chemistry !== 'nimh' && battery.cutoffCellV < LEAST_CUTOFF_V)
    out.push(issue('battery.cutoffCellV', 'cutoff-low', { volts: battery.cutoffCellV }));
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
      errors.push(issueOf(at, error));
    }
    if (errors.length === 0) errors.push(issue('', 'no-shape', {}));
    return { ok: false, errors };
  }
  const notes: string[] = [];
  unknownFields(schema as SchemaNode, value, '', notes);
  if (notes.length > MOST_UNKNOWN)
    return { ok: false, errors: [issue('', 'other-document', { most: MOST_UNKNOWN })] };
  if (notes.length > MOST_TOLD)
    notes.splice(
      MOST_TOLD,
      notes.length,
      issue('', 'more-unused-fields', { more: notes.length - MOST_TOLD }, 'note').message
    );
  return { ok: true, value: value as T, notes };
}

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
  if (errors.length > 0) return { ok: false, errors: bare ? errors : inside('setup', errors) };
  const points = shape.value.points ?? [];
  for (let i = 0; i < points.length; i++) {
    const p = points[i];
    const given = [p.stateOfCharge, p.restingCellV, p.batteryVoltageV].filter((v) => v != null);
    if (given.length > 1) errors.push(issue(`points.${i}`, 'several-supplies', {}));
  }
  return errors.length > 0 ? { ok: false, errors } : shape;
}

/** Validates any value against a schema of this folder's kind; for the other requests. */
export const validateAgainst = <T>(schema: object, value: unknown): Validated<T> => check<T>(schema, value);
