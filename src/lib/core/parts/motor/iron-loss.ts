/** Electrical frequency at which eddy currents brake a motor as much as hysteresis, bearings and seals do, Hz. (m) */
const EQUAL_HZ = 1200;

/**
 * Share of the no-load current that grows in proportion to speed, at the speed of the no-load test; the rest stays.
 *   P_iron = m (k_h f B² + k_e f² B²) (Bertotti 1988; Steinmetz 1892), so the torque P/omega is constant for hysteresis
 *   and grows with f for eddies: share = f/(f + f_equal), f_equal the frequency at which both are the same.
 * f_equal about 1.2 kHz for the 0.2 to 0.35 mm sheet of model motors, bearing friction counted with the hysteresis (from
 * memory of no-load runs at two voltages: a 14-pole 1000 KV motor takes 1.2 to 1.3 times the current at 1.5 times the
 * volts). Windage of the bell or rotor (Bilgen and Boulos 1973) is below 3 % of it up to 60 m/s of rim speed and left out.
 * @param hz electrical frequency at the no-load test
 */
export const speedShareOfNoLoad = (hz: number): number => hz / (hz + EQUAL_HZ);
