"""The calibration of three readings again, by scipy's general least squares; run once, its result stands in
src/lib/core/calibration/calibrate.test.ts. Unknowns: logs of KV, R, I0, CT and CP factors with their priors."""
import numpy as np
from scipy.optimize import brentq, least_squares

K, R, I0, VNL = 60 / (2 * np.pi * 1000), 0.07, 0.9, 10.0
ESC, WIRE, S = 0.003, 0.003, 0.01
RHO, D = 1.225, 0.254
W_REF = (VNL - I0 * R) / K
ROWS = [(1, 11.6, 24.5, 9350, 11.4), (0.7, 11.9, 10.9, 7150, 6.9), (0.5, 12.1, 5.1, 5450, 3.95)]
SD = np.array([0.035, 0.15, 0.2, 0.03, 0.03])
# share of the no-load current that grows with speed: 14 poles, 1.2 kHz
H = (W_REF / 2 / np.pi * 7) / (W_REF / 2 / np.pi * 7 + 1200)
CORRELATION = 0.5


def point(d, v, f):
    k, r, i0, ct, cp = K / f[0], R * f[1], I0 * f[2], 0.1 * f[3], 0.04 * f[4]
    s = 0 if d >= 1 else S

    def current(w):
        return (d * v - k * w) / (r + ESC + d * (d + s) * WIRE)

    def torque(w):
        return k * (current(w) - i0 * (1 - H + H * w / W_REF)) - cp * RHO * (w / 2 / np.pi) ** 2 * D**5 / 2 / np.pi

    w = brentq(torque, 0, v / k, xtol=1e-10)
    n = w / 2 / np.pi
    return (d + s) * current(w), 60 * n, ct * RHO * n**2 * D**4


COV = np.diag(SD**2)
COV[3, 4] = COV[4, 3] = CORRELATION * SD[3] * SD[4]
L = np.linalg.cholesky(COV)


def residuals(z):
    f = np.exp(L @ z)
    out = []
    for d, v, a, rpm, t in ROWS:
        p = point(d, v, f)
        out += [(p[0] - a) / (a * np.hypot(0.02, 0.01)), (p[1] - rpm) / (rpm * 0.005), (p[2] - t) / (t * 0.03)]
    return np.concatenate([out, z])


fit = least_squares(residuals, np.zeros(5), xtol=1e-12, ftol=1e-12, gtol=1e-12)
for name, value in zip(["kv", "motorResistance", "noLoadCurrent", "thrust", "power"], np.exp(L @ fit.x)):
    print(f"{name}: {value:.5f}")
