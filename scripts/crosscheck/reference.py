"""Results of Debian's scientific packages, for tests that compare with them.

Install and run:  apt-get install python3-scipy && python3 scripts/crosscheck/reference.py
Writes src/core/fixtures/reference/scipy.json; `npm run crosscheck` says whether it would come out the same today.
"""
import json
import sys

import numpy
import scipy
from scipy import integrate, optimize, stats

random = numpy.random.default_rng(20261125)


def circle(count):
    """Least squares of r = R + a cos t + b sin t, by numpy's SVD."""
    angles = numpy.arange(count) * 360.0 / count
    turn = numpy.radians(angles)
    readings = numpy.round(0.03 * numpy.cos(turn - 0.7) + 0.004 * numpy.cos(2 * turn) + 0.002 * random.standard_normal(count), 4)
    basis = numpy.column_stack([numpy.ones(count), numpy.cos(turn), numpy.sin(turn)])
    fitted, *_ = numpy.linalg.lstsq(basis, readings, rcond=None)
    left = readings - basis @ fitted
    return {"angles": angles.tolist(), "readings": readings.tolist(), "shift": fitted[1:].tolist(), "eccentricity": float(numpy.hypot(*fitted[1:])), "roundness": float(left.max() - left.min())}


def face(columns, rows):
    """Least-squares plane by numpy's SVD; minimum zone by vertical distance as a linear programme, by scipy's HiGHS."""
    xs, ys = numpy.meshgrid(numpy.arange(columns) * 50.0, numpy.arange(rows) * 40.0)
    x, y = xs.ravel(), ys.ravel()
    z = numpy.round(2e-4 * x - 1e-4 * y + 0.02 * numpy.sin(x / 90) * numpy.cos(y / 70) + 0.004 * random.standard_normal(x.size), 4)
    basis = numpy.column_stack([numpy.ones(x.size), x, y])
    fitted, *_ = numpy.linalg.lstsq(basis, z, rcond=None)
    left = z - basis @ fitted
    above = numpy.column_stack([-basis, -numpy.ones(x.size)])
    below = numpy.column_stack([basis, -numpy.ones(x.size)])
    solved = optimize.linprog([0, 0, 0, 1], A_ub=numpy.vstack([above, below]), b_ub=numpy.concatenate([-z, z]), bounds=[(None, None)] * 3 + [(0, None)], method="highs")
    return {"points": numpy.column_stack([x, y, z]).tolist(), "leastSquares": float(left.max() - left.min()), "minimumZone": float(2 * solved.x[3])}


def greatest(count):
    """Mean of the greatest of so many standard normal draws, by integration."""
    value, _ = integrate.quad(lambda t: t * count * stats.norm.pdf(t) * stats.norm.cdf(t) ** (count - 1), -12, 12, epsabs=1e-12)
    return {"count": count, "mean": value}


def spring():
    """Rate and loss of load of a spring whose two loads share a bias: by drawing a million of them."""
    loads, scatter, bias = (327.0, 684.0), 1.8, 2.5
    shared = bias * random.standard_normal(1_000_000)
    closed, opened = (load + scatter * random.standard_normal(1_000_000) + shared for load in loads)
    rate, loss = (opened - closed) / 12.0, 1 - opened / 690.0
    return {"loads": loads, "scatter": scatter, "bias": bias, "rate": {"mean": float(rate.mean()), "standard": float(rate.std())}, "loss": {"mean": float(loss.mean()), "standard": float(loss.std())}}


def bounded(basis, observed, goal, sign):
    """A form on or beside all of the observations by scipy's HiGHS: the greatest below them (sign 1), the least above (-1)."""
    solved = optimize.linprog(goal, A_ub=sign * basis, b_ub=sign * observed, bounds=[(None, None)] * basis.shape[1], method="highs")
    left = sign * (observed - basis @ solved.x)
    return float(left.max())


def zone(basis, observed):
    """The narrowest zone of one form, by scipy's HiGHS."""
    ones = numpy.ones((observed.size, 1))
    solved = optimize.linprog([0] * basis.shape[1] + [1], A_ub=numpy.vstack([numpy.hstack([-basis, -ones]), numpy.hstack([basis, -ones])]), b_ub=numpy.concatenate([-observed, observed]), bounds=[(None, None)] * basis.shape[1] + [(0, None)], method="highs")
    return float(2 * solved.x[-1])


def ring(count):
    angles = numpy.arange(count) * 360.0 / count
    turn = numpy.radians(angles)
    readings = numpy.round(0.02 * numpy.cos(turn - 0.4) + 0.005 * numpy.cos(3 * turn) + 0.002 * random.standard_normal(count), 4)
    basis = numpy.column_stack([numpy.ones(count), numpy.cos(turn), numpy.sin(turn)])
    return {"angles": angles.tolist(), "readings": readings.tolist(), "zone": zone(basis, readings), "inscribed": bounded(basis, readings, [-1, 0, 0], 1), "circumscribed": bounded(basis, readings, [1, 0, 0], -1)}


def line(count):
    x = numpy.arange(count) * 40.0
    z = numpy.round(1e-4 * x + 0.01 * numpy.sin(x / 60) + 0.003 * random.standard_normal(count), 4)
    basis = numpy.column_stack([numpy.ones(count), x])
    left = z - numpy.polyval(numpy.polyfit(x, z, 1), x)
    chord = lambda a, b, k: ((x[b] - x[k]) * z[a] + (x[k] - x[a]) * z[b]) / (x[b] - x[a])
    off = [chord(a, b, k) - z[k] for a in range(count) for k in range(a + 1, count) for b in range(k + 1, count)]
    return {"x": x.tolist(), "z": z.tolist(), "leastSquares": float(left.max() - left.min()), "zone": zone(basis, z), "straightEdge": float(max(max(off), -min(off)))}


def bores(count):
    """Axes of the bearings of one line bore, each by numpy's SVD, and the straight line that fits them best."""
    stations, angles = numpy.arange(count) * 110.0, numpy.arange(8) * 45.0
    turn = numpy.radians(angles)
    basis = numpy.column_stack([numpy.ones(8), numpy.cos(turn), numpy.sin(turn)])
    readings = numpy.round([0.01 * numpy.cos(turn - at) * (at % 3) + 0.003 * random.standard_normal(8) for at in range(count)], 4)
    shifts = numpy.array([numpy.linalg.lstsq(basis, each, rcond=None)[0][1:] for each in readings])
    through = numpy.column_stack([numpy.ones(count), stations])
    left = shifts - through @ numpy.linalg.lstsq(through, shifts, rcond=None)[0]
    return {"stations": stations.tolist(), "angles": angles.tolist(), "readings": readings.tolist(), "coaxiality": float(2 * numpy.hypot(*left.T).max()), "step": float(numpy.hypot(*numpy.diff(left, axis=0).T).max())}


def lifetimes(count, shape, scale, last):
    """Ages of which some are censored: Weibull by scipy's simplex search of the likelihood written with its own distribution."""
    drawn = scale * random.weibull(shape, count)
    looked = random.uniform(0.2, 1.6, count) * scale
    items = []
    for at, (end, look) in enumerate(zip(drawn, looked)):
        if last and at % 2:
            items.append({"age": round(float(look), 1), "is": "ended-by" if end < look else "good"})
        else:
            items.append({"age": round(float(min(end, look)), 1), "is": "ended" if end < look else "good"})

    def height(theta):
        law = stats.weibull_min(numpy.exp(theta[0]), scale=numpy.exp(theta[1]))
        by = {"ended": law.logpdf, "good": law.logsf, "ended-by": law.logcdf}
        return -sum(by[each["is"]](each["age"]) for each in items)

    found = optimize.minimize(height, [0.3, numpy.log(scale)], method="Nelder-Mead", options={"xatol": 1e-10, "fatol": 1e-12, "maxiter": 4000})
    return {"items": items, "shape": float(numpy.exp(found.x[0])), "scale": float(numpy.exp(found.x[1]))}


def all_ended(count):
    ages = numpy.round(900 * random.weibull(2.2, count), 1)
    shape, _, scale = stats.weibull_min.fit(ages, floc=0)
    return {"items": [{"age": float(age), "is": "ended"} for age in ages], "shape": float(shape), "scale": float(scale)}


def ols(count, noise):
    """A straight line by scipy's linregress."""
    hours = numpy.round(numpy.sort(random.uniform(500, 22000, count)), 0)
    value = numpy.round(70.98 - 2e-6 * hours + noise * random.standard_normal(count), 4)
    found = stats.linregress(hours, value)
    return {"hours": hours.tolist(), "value": value.tolist(), "slope": float(found.slope), "intercept": float(found.intercept), "standard": float(found.stderr)}


print(json.dumps({
    "made": {"by": "scripts/crosscheck/reference.py", "scipy": scipy.__version__, "numpy": numpy.__version__, "python": sys.version.split()[0]},
    "normal": [{"x": x, "below": float(stats.norm.cdf(x))} for x in numpy.linspace(-6, 6, 25).tolist()],
    "t": [{"degrees": degrees, "probability": p, "quantile": float(stats.t.ppf(p, degrees))} for degrees in (1, 1.5, 2, 4, 9.3, 30, 120) for p in (0.9, 0.97725, 0.995)],
    "greatest": [greatest(count) for count in (2, 3, 4, 6, 10, 24)],
    "circles": [circle(count) for count in (4, 8, 12, 36)],
    "faces": [face(4, 3), face(7, 3), face(6, 5), face(12, 8)],
    "spring": spring(),
    "rings": [ring(count) for count in (5, 8, 12, 36)],
    "lines": [line(count) for count in (3, 6, 15)],
    "bores": [bores(count) for count in (3, 5, 7)],
    "lifetimes": [all_ended(12), lifetimes(20, 1.6, 9000, False), lifetimes(40, 3.1, 14000, True)],
    "rates": [ols(3, 0.001), ols(6, 0.002)],
}, indent=1))
