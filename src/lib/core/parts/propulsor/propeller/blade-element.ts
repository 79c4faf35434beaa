import type { Fluid } from '../../../fluids/air.ts';
import { chordAt, type PropellerFamily } from './family.ts';
import { sectionPolar, sectionState, setSection, type SectionState } from './section.ts';

/** A propeller's geometry. Metres. */
export interface PropellerGeometry {
  readonly diameterM: number;
  readonly pitchM: number;
  readonly blades: number;
  readonly family: PropellerFamily;
}

const STATIONS = 12;
/** Chord over tip radius at a share of the radius. */
const chordShare = (family: PropellerFamily, share: number): number =>
  family.chordScale * chordAt(family.chord, share);

/** What of a station does not change with speed; made once for a geometry. */
interface BladeStation {
  readonly radiusM: number;
  readonly chordM: number;
  readonly widthM: number;
  readonly chordOverRadius: number;
  readonly solidity: number;
  readonly twist: number;
  readonly tipExponent: number;
  readonly hubExponent: number;
  readonly section: SectionState;
  /** Inflow angles of the last two solutions: the next one starts where they lead. */
  phi: number;
  phiBefore: number;
}

/** Divides a blade into cosine-spaced stations. */
export function bladeStations(g: PropellerGeometry): BladeStation[] {
  const radius = 0.5 * g.diameterM;
  const hub = g.family.hub;
  return Array.from({ length: STATIONS }, (_, i) => {
    const share = hub + (1 - hub) * 0.5 * (1 - Math.cos((Math.PI * (i + 0.5)) / STATIONS));
    const width =
      (1 - hub) * 0.5 * (Math.cos((Math.PI * i) / STATIONS) - Math.cos((Math.PI * (i + 1)) / STATIONS));
    const chord = chordShare(g.family, share) * radius;
    const r = share * radius;
    return {
      radiusM: r,
      chordM: chord,
      widthM: width * radius,
      chordOverRadius: chord / r,
      solidity: (g.blades * chord) / (2 * Math.PI * r),
      twist: Math.atan((g.family.pitchShare * g.pitchM) / (2 * Math.PI * r)),
      tipExponent: (-0.5 * g.blades * (1 - share)) / share,
      hubExponent: (-0.5 * g.blades * (share - hub)) / hub,
      section: sectionState(),
      phi: Number.NaN,
      phiBefore: Number.NaN
    };
  });
}

const polar = new Float64Array(2);
const F_SCALE = 4 / (Math.PI * Math.PI);
const HALF_PI = 0.5 * Math.PI;

/** Arc cosine on 0..1, within 2e-8: Abramowitz and Stegun 1964, 4.4.46; three times as fast as the library's. */
function arcCosine(x: number): number {
  return (
    Math.sqrt(1 - x) *
    (1.570796305 +
      x *
        (-0.2145988016 +
          x *
            (0.0889789874 +
              x *
                (-0.0501743046 +
                  x * (0.030891881 + x * (-0.0170881256 + x * (0.0066700901 + x * -0.0012624911)))))))
  );
}

/**
 * Thrust and torque of a propeller by blade-element momentum theory.
 *
 * The inflow angle phi of each station is the root in (0, pi/2) of
 *   R(phi) = Omega r (4 F sin² phi − sigma cn) − V (4 F sin phi cos phi + sigma ct)
 * (Ning 2014, Wind Energy 17:1327, multiplied through so that neither V = 0 nor Omega = 0 is singular), with
 * cn = cl cos phi − cd sin phi, ct = cl sin phi + cd cos phi, sigma = B c/(2 pi r), and F Prandtl's tip and hub loss.
 * Twist of constant geometric pitch, atan(0.94 P/(2 pi r)). Twelve cosine-spaced stations (within 1 % of
 * ninety-six). The root is bracketed from the start; secant steps inside the bracket, bisection where they leave it.
 *
 * Longer than 80 lines as the root of each station is found in place, on numbers that are not allocated.
 * @param omega rad/s, >= 0; @param speedMs axial speed, J >= −0.2
 * @param out [0] thrust N, [1] torque N m
 */
export function bladeElementLoad(
  g: PropellerGeometry,
  stations: BladeStation[],
  fluid: Fluid,
  omega: number,
  speedMs: number,
  out: Float64Array
): void {
  let thrust = 0;
  let torque = 0;
  const density = fluid.densityKgM3;
  for (let i = 0; i < stations.length; i++) {
    const station = stations[i];
    const section = station.section;
    const sigma = station.solidity;
    const twist = station.twist;
    const tangential = omega * station.radiusM;
    const kinematic = Math.sqrt(tangential * tangential + speedMs * speedMs);
    setSection(
      section,
      (density * kinematic * station.chordM) / fluid.viscosityPaS,
      kinematic / fluid.soundSpeedMs,
      station.chordOverRadius,
      g.family.thicknessRatio,
      g.family.addedDrag
    );
    const locked = tangential <= 1e-9;
    let low = 0;
    let high = HALF_PI;
    let phi = locked ? HALF_PI : 2 * station.phi - station.phiBefore;
    if (!locked && !(phi > 0 && phi < HALF_PI)) phi = station.phi;
    if (!(phi > 0 && phi <= HALF_PI)) phi = Math.max(0.5 * (twist + Math.atan2(speedMs, tangential)), 0.02);
    let lastPhi = 0;
    let lastValue = 0;
    let cn = 0;
    let ct = 0;
    let f4 = 0;
    let sin = 0;
    let cos = 0;
    for (let k = 0; k < 60; k++) {
      sin = Math.sin(phi);
      cos = Math.sqrt(1 - sin * sin);
      sectionPolar(section, twist - phi, polar);
      cn = polar[0] * cos - polar[1] * sin;
      ct = polar[0] * sin + polar[1] * cos;
      const tipLoss = station.tipExponent / sin;
      const hubLoss = station.hubExponent / sin;
      f4 =
        4 *
        F_SCALE *
        (tipLoss < -9 ? HALF_PI : arcCosine(Math.exp(tipLoss))) *
        (hubLoss < -9 ? HALF_PI : arcCosine(Math.exp(hubLoss)));
      if (locked) break;
      const value = tangential * (f4 * sin * sin - sigma * cn) - speedMs * (f4 * sin * cos + sigma * ct);
      if (Math.abs(value) < 3e-6 * kinematic) break;
      if (value > 0) high = phi;
      else low = phi;
      if (high - low < 1e-9) break;
      let next =
        k === 0 ? phi * (value > 0 ? 0.99 : 1.01) : phi - (value * (phi - lastPhi)) / (value - lastValue);
      if (!(next > low && next < high) || k % 8 === 7) next = 0.5 * (low + high);
      lastPhi = phi;
      lastValue = value;
      phi = next;
    }
    station.phiBefore = station.phi;
    station.phi = phi;
    // speed over the section, from whichever momentum balance is better conditioned
    const byTangent = f4 * sin * cos + sigma * ct;
    const byAxis = f4 * sin * sin - sigma * cn;
    let w: number;
    if (locked) w = speedMs;
    else if (tangential * Math.abs(byTangent) > Math.abs(speedMs * byAxis)) {
      w = Math.abs((tangential * f4 * sin) / byTangent);
    } else w = Math.abs((speedMs * f4 * sin) / byAxis);
    if (!(w < 4 * kinematic)) w = kinematic;
    const force = 0.5 * density * w * w * g.blades * station.chordM * station.widthM;
    thrust += force * cn;
    torque += force * ct * station.radiusM;
  }
  out[0] = thrust;
  out[1] = torque;
}
