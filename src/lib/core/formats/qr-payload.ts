import { base32nopad } from '@scure/base';
import { unzlibSync, zlibSync } from 'fflate';
import { issue, type Issue } from '../text/issues.ts';

/** What a carried text begins with; the number is that of its form. */
const HEAD = 'ISKARN1:';
/** Most letters of one code: a square of some 90 little ones a side, which a telephone reads from paper. */
const LETTERS = 840;
/** Most codes, and most letters of all together that are read. */
const MOST_CODES = 99;
const MOST_LETTERS = 90_000;
/** Most bytes that a carried document unpacks to. */
const MOST_BYTES = 2_000_000;

/**
 * Words that setups are made of, told to the packer beforehand, so that it need not write them. It belongs to the form: what
 * was printed with it is read with it, so it never changes. A table of data.
 */
const WORDS = [
  '"fitted","connector":"moulded-3.5","flat-blades","bullets-4","soldered","relativeSd":{"covariance":[{"factors":{"joint":{"thrust":{"power":{"motorResistance":',
  '"batteryResistance":"noLoadCurrent":"kv":"sources":{"measured","estimated","schools":{"rail":[{"kind":"camera","video",',
  '"lights","flight-controller","fedBy":"supply","loads":[{"kind":"servo","size":"standard","micro","count":,"stallA":',
  '"movingA":"idleA":"maxVoltageV":"stepDownV":"receiverSupply":{"kind":"switching","linear","own-pack","outputV":5,',
  '"continuousA":,"minVoltageV":"pack":{"balance":{"pointM":"toleranceM":"packFromM":"packToM":"frontBallastM":',
  '"rearBallastM":"items":[{"name":"part":"battery","atM":"acrossM":"massKg":"targetSeconds":"targetSpeedMs":',
  '"targetThrustToWeight":"runSeconds":"receiverCurrentA":"servos":"payloadKg":"packArmM":"ballastArmM":"tipGapM":',
  '"hull":"planing-mono","hydroplane","displacement","waterlineLengthM":"beamM":"deadriseDeg":"largestPropM":',
  '"rotorLayout":"flat","coaxial","dragAreaM2":"dragFactor":"airframeMassKg":"purpose":"wingAreaM2":"wingSpanM":',
  '"zeroLiftDragCoefficient":0.0"maxLiftCoefficient":1."environment":{"altitudeM":,"airTemperatureC":,"water":"fresh",',
  '"salt","waterTemperatureC":},"wiring":{"gaugeAwg":,"leadLengthM":0.1,"connectorA":60},"resistanceOhm":0.00',
  '"esc":{"name":"continuousA":,"burstA":,"minSeries":,"maxSeries":,"maxElectricalRpm":,"becV":,"becA":,"becKind":"brake":',
  '"channels":"boards":"gearRatio":1,"count":,"auxiliaryCurrentA":0."motor":{"name":"kvRpmPerVolt":,"resistanceOhm":0.0',
  '"noLoadCurrentA":,"noLoadVoltageV":10,"maxCurrentA":,"maxPowerW":,"massKg":0.,"poles":14,"shaftDiameterM":0.00',
  '"propulsor":{"name":"kind":"propeller","ducted-fan","submerged-screw","surface-drive","diameterM":0.,"pitchM":0.,',
  '"blades":2,"family":"thin-electric","multirotor","folding","slow-flyer","sport","maxRpm":,"boreM":0.00"expandedAreaRatio":',
  '"immersion":"hubDiameterM":"exitAreaM2":"battery":{"name":"chemistry":"lipo","liion","series":,"parallel":,"capacityAh":,',
  '"continuousC":,"burstC":,"cellResistanceOhm":0.00,"massKg":0.,"craft":{"name":"kind":"fixed-wing","multirotor","boat",',
  '"massKg":{"format":"iskarn.setup/1","name":"'
].join('');

const dictionary = new TextEncoder().encode(WORDS);

/** Four letters by which the codes of one document know each other: of its checksum. */
const markOf = (packed: Uint8Array): string => base32nopad.encode(packed.slice(-4)).slice(0, 4);

/**
 * A document as short texts for square codes on paper: packed (RFC 1950), written in capitals and digits (base 32, RFC 4648),
 * and cut where it is long. What comes back is the same document to the last digit.
 */
export function carriedTexts(document: object): string[] {
  const packed = zlibSync(new TextEncoder().encode(JSON.stringify(document)), { level: 9, dictionary });
  const letters = base32nopad.encode(packed);
  const count = Math.max(Math.ceil(letters.length / LETTERS), 1);
  const each = Math.ceil(letters.length / count);
  return Array.from(
    { length: count },
    (_, k) => `${HEAD}${k + 1}.${count}.${markOf(packed)}:${letters.slice(k * each, (k + 1) * each)}`
  );
}

/** Whether a text holds anything that was carried. */
export const isCarried = (text: string): boolean => squeezed(text).includes(HEAD);

/** Without the blanks and line ends that paper and mail put in, in capitals. */
const squeezed = (text: string): string => text.replace(/\s+/g, '').toUpperCase();

type Read = { ok: true; text: string } | { ok: false; errors: Issue[] };
const refused = (code: 'carried-none' | 'carried-damaged' | 'carried-mixed'): Read => ({
  ok: false,
  errors: [issue('', code, {})]
});

/** Reads what `carriedTexts` wrote, in any order, out of a longer text where need be: the document as JSON. Never throws. */
export function readCarried(text: string): Read {
  const parts = squeezed(text.slice(0, 2 * MOST_LETTERS))
    .split(HEAD)
    .slice(1)
    .map((part) => /^(\d{1,2})\.(\d{1,2})\.([A-Z2-7]{4}):([A-Z2-7]+)/.exec(part));
  const found = parts.filter((p) => p !== null);
  if (found.length === 0) return refused(parts.length > 0 ? 'carried-damaged' : 'carried-none');
  const count = Number(found[0][2]);
  const mark = found[0][3];
  if (found.some((p) => p[3] !== mark || Number(p[2]) !== count)) return refused('carried-mixed');
  if (count < 1 || count > MOST_CODES) return refused('carried-damaged');
  const byNumber = new Map(found.map((p) => [Number(p[1]), p[4]]));
  const missing = Array.from({ length: count }, (_, k) => k + 1).filter((k) => !byNumber.has(k));
  if (missing.length > 0) return { ok: false, errors: [issue('', 'carried-missing', { missing, count })] };
  const letters = Array.from({ length: count }, (_, k) => byNumber.get(k + 1) as string).join('');
  if (letters.length > MOST_LETTERS) return refused('carried-damaged');
  try {
    const packed = base32nopad.decode(letters);
    // the packer keeps a checksum, but does not look at it when it unpacks
    const bytes = unzlibSync(packed, { dictionary, out: new Uint8Array(MOST_BYTES) });
    if (markOf(packed) !== mark || adler32(bytes) !== checksumOf(packed)) return refused('carried-damaged');
    return { ok: true, text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) };
  } catch {
    return refused('carried-damaged');
  }
}

/** Checksum at the end of a packed text, RFC 1950. */
const checksumOf = (packed: Uint8Array): number =>
  new DataView(packed.buffer, packed.byteOffset + packed.length - 4, 4).getUint32(0);

/** Adler-32 of RFC 1950. */
function adler32(bytes: Uint8Array): number {
  let a = 1;
  let b = 0;
  for (let k = 0; k < bytes.length; k++) {
    a = (a + bytes[k]) % 65521;
    b = (b + a) % 65521;
  }
  return ((b << 16) | a) >>> 0;
}
