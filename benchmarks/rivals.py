"""Our two heaviest computations beside the strongest simple ways to the same numbers, at equal error, in one run.

CPU time, the best of several rounds that take turns, the ratio with its spread over the rounds.
"""

from __future__ import annotations

import ctypes
import itertools
import shutil
import subprocess
import tempfile
import time
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

__all__ = ["bench_curve", "bench_firing"]

Array = NDArray[np.float64]
Figures = dict[str, float]
Way = Callable[[], Array]

_SLOPE = """
static double film(double kiln, double face) {
    double a = kiln + 273.15, b = face + 273.15;
    return 0.9 * 5.670374e-8 * (a * a + b * b) * (a + b) + 10.0;
}
void slope(int n, double kiln, const double *T, const double *links, const double *heats, double *out) {
    out[0] = film(kiln, T[0]) * (kiln - T[0]);
    for (int i = 1; i < n; i++) out[i] = 0;
    for (int i = 0; i + 1 < n; i++) {
        double flow = links[i] * (T[i + 1] - T[i]);
        out[i] += flow; out[i + 1] -= flow;
    }
    for (int i = 0; i < n; i++) out[i] /= heats[i];
}
"""


def _in_turn(ways: dict[str, Way], rounds: int) -> dict[str, list[float]]:
    """CPU ms of each way, round by round; each is done once before to be warm."""
    for way in ways.values():
        way()
    found: dict[str, list[float]] = {name: [] for name in ways}
    for _ in range(rounds):
        for name, way in ways.items():
            began = time.process_time()
            way()
            found[name].append((time.process_time() - began) * 1e3)
    return found


def _told(what: str, times: dict[str, list[float]], errors: dict[str, float], unit: str) -> Figures:
    ours = times["ours"]
    figures: Figures = {}
    for name, took in times.items():
        figures[f"{what}: {name}, CPU ms"] = min(took)
        figures[f"{what}: {name}, error in {unit}"] = errors[name]
        if name != "ours":
            ratios = sorted(a / b for a, b in zip(took, ours, strict=True))
            figures[f"{what}: {name} / ours, times"] = min(took) / min(ours)
            figures[f"{what}: {name} / ours, least of the rounds"] = ratios[0]
            figures[f"{what}: {name} / ours, most of the rounds"] = ratios[-1]
    return figures


class _Firing:
    """Five days of 100 mm, 41 nodes: heat, links and line, and the right-hand side in numpy and in C."""

    def __init__(self, folder: Path) -> None:
        from coldcradle.heat.physics.slab import Slab1D, _mesh, film_w_m2_k
        from tests.reference.test_slab import DAYS_FIVE, glass

        self.slab, self.line = Slab1D(layers=(glass(0.1),)), DAYS_FIVE
        self.depths, self.heats, self.links, _ = _mesh(self.slab)
        self.at_t, self.at_c = (np.array(column) for column in zip(*self.line, strict=True))
        self.film = film_w_m2_k
        self.compiled = self._compile(folder)

    def _compile(self, folder: Path) -> Any:
        compiler = shutil.which("cc")
        if compiler is None:
            return None
        source, made = folder / "slope.c", folder / "slope.so"
        source.write_text(_SLOPE)
        subprocess.run([compiler, "-O3", "-shared", "-fPIC", "-o", str(made), str(source)], check=True)
        slope = ctypes.CDLL(str(made)).slope
        slope.argtypes = [ctypes.c_int, ctypes.c_double] + [ctypes.c_void_p] * 4  # type: ignore[assignment]  # as it comes from the table
        return slope

    def kiln(self, t: float) -> float:
        return float(np.interp(t, self.at_t, self.at_c))

    def by_numpy(self, t: float, T: Array) -> Array:
        kiln, flow = self.kiln(t), self.links * (T[1:] - T[:-1])
        into = np.zeros_like(T)
        into[:-1] += flow
        into[1:] -= flow
        into[0] += self.film(kiln, float(T[0])) * (kiln - float(T[0]))
        return np.asarray(into / self.heats)

    def in_c(self, line: tuple[float, float, float, float]) -> Callable[[float, Array], Array]:
        """The same in C, along one straight part of the line."""
        t0, c0, t1, c1 = line
        out = np.empty(len(self.depths))
        links, heats, into = self.links.ctypes.data, self.heats.ctypes.data, out.ctypes.data
        many, slope = len(out), (c1 - c0) / (t1 - t0)

        def change(t: float, T: Array) -> Array:
            self.compiled(many, c0 + slope * (t - t0), T.ctypes.data, links, heats, into)
            return out

        return change

    def by_parts(self, times: Array, step: Callable[[Any, Array, Array], Array]) -> Array:
        """Corner by corner, so that none is stepped over; temperatures at all the times."""
        state = np.full(len(self.depths), self.at_c[0])
        found = [state[None]]
        for (t0, c0), (t1, c1) in itertools.pairwise(self.line):
            inside = times[(times > t0) & (times <= t1)]
            rows = step((t0, c0, t1, c1), state, np.concatenate([[t0], inside]))
            state = rows[-1]
            found.append(rows[1:])
        return np.concatenate(found)

    def odeint(self, times: Array, rtol: float, *, is_compiled: bool) -> Array:
        from scipy.integrate import odeint

        def step(line: Any, state: Array, at: Array) -> Array:
            change = self.in_c(line) if is_compiled else self.by_numpy
            return np.asarray(odeint(change, state, at, ml=1, mu=1, rtol=rtol, atol=rtol * 100, tfirst=True))

        return self.by_parts(times, step)

    def lsoda(self, times: Array, rtol: float) -> Array:
        from scipy.integrate import solve_ivp

        def step(line: Any, state: Array, at: Array) -> Array:
            how: dict[str, Any] = {"method": "LSODA", "lband": 1, "uband": 1, "rtol": rtol, "atol": rtol * 100}
            part = solve_ivp(self.by_numpy, (at[0], at[-1]), state, t_eval=at, **how)
            return np.asarray(part.y.T)

        return self.by_parts(times, step)

    def solveh(self, times: Array) -> Array:
        """Our own scheme and steps, each solved by scipy's banded solver."""
        from scipy.linalg import solveh_banded

        gamma = 1 - 1 / np.sqrt(2)
        base = np.zeros(len(self.depths))
        base[:-1] += self.links
        base[1:] += self.links
        state = np.full(len(self.depths), self.at_c[0])
        found = [state]
        for t0, t1 in itertools.pairwise(times.tolist()):
            weight = self.heats / (gamma * (t1 - t0))
            between, ahead = self.kiln(t0 + gamma * (t1 - t0)), self.kiln(t1)
            film = self.film(ahead, float(state[0]))
            banded = np.zeros((2, len(state)))
            banded[1] = base + weight
            banded[1, 0] += film
            banded[0, 1:] = -self.links
            right = weight * state
            right[0] += film * between
            first = solveh_banded(banded, right, check_finite=False)
            right = weight * (state + (1 - gamma) / gamma * (first - state))
            right[0] += film * ahead
            state = solveh_banded(banded, right, check_finite=False)
            found.append(state)
        return np.array(found)


def _loosest(way: Callable[[float], Array], error: Callable[[Array], float], most: float) -> float:
    """The loosest tolerance at which a way is as right as ours."""
    for rtol in (1e-2, 5e-3, 2e-3, 1e-3, 5e-4, 3e-4, 2e-4, 1e-4, 5e-5, 2e-5, 1e-5, 5e-6, 2e-6, 1e-6):
        if error(way(rtol)) <= most:
            return rtol
    return 1e-7


def bench_firing(rounds: int = 9) -> Figures:
    """Five days through 100 mm of glass; the error is the largest against 161 nodes at rtol 1e-7."""
    from coldcradle.heat.physics.slab import run_slab
    from tests.reference.test_slab import fine

    with tempfile.TemporaryDirectory() as folder:
        firing = _Firing(Path(folder))
        run = run_slab(firing.slab, firing.line)
        times = run.times_s
        depths, exact = fine(firing.slab, firing.line, times)
        reference = np.array([np.interp(firing.depths, depths, row) for row in exact])

        def error(found: Array) -> float:
            return float(np.abs(found - reference).max())

        ours = error(run.temperatures_c)
        tried: dict[str, Callable[[float], Array]] = {
            "odeint banded, numpy": lambda r: firing.odeint(times, r, is_compiled=False),
            "solve_ivp LSODA banded": lambda r: firing.lsoda(times, r),
        }
        if firing.compiled is not None:
            tried["odeint banded, right-hand side in C"] = lambda r: firing.odeint(times, r, is_compiled=True)
        ways: dict[str, Way] = {"ours": lambda: run_slab(firing.slab, firing.line).temperatures_c}
        for name, way in tried.items():
            rtol = _loosest(way, error, ours)
            ways[f"{name}, rtol {rtol:g}"] = lambda way=way, rtol=rtol: way(rtol)  # type: ignore[misc]
        ways["the same scheme by solveh_banded"] = lambda: firing.solveh(times)
        errors = {name: error(way()) for name, way in ways.items()}
        return _told("five days in glass", _in_turn(ways, rounds), errors, "K")


def _level_by_level(triangles: Array, levels: Sequence[float]) -> Array:
    """Areas of the sections at each level: the cut of every triangle that crosses it, added up by the shoelace."""
    z = triangles[:, :, 2]
    low, high = z.min(axis=1), z.max(axis=1)
    normal = np.cross(triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0])
    found = []
    for level in levels:
        cut = (low < level) & (high > level)
        points, up = triangles[cut], normal[cut]
        a, b = points, np.roll(points, -1, axis=1)
        crosses = (a[:, :, 2] < level) != (b[:, :, 2] < level)
        a, b = a[crosses], b[crosses]
        share = (level - a[:, 2]) / (b[:, 2] - a[:, 2])
        spots = (a + share[:, None] * (b - a))[:, :2].reshape(-1, 2, 2)
        p, q = spots[:, 0], spots[:, 1]
        along = (q - p)[:, 0] * up[:, 1] - (q - p)[:, 1] * up[:, 0]
        turn = np.where(along > 0, -1.0, 1.0)  # so that the inside lies to the left of each piece of the rim
        found.append(abs(float((turn * (p[:, 0] * q[:, 1] - q[:, 0] * p[:, 1])).sum())) / 2)
    return np.array(found)


def bench_curve(rounds: int = 3) -> Figures:
    """The room of 327 680 triangles at 200 levels; the error is the largest of an area against a fine ball, as a
    share. Ours gives volume and wetted area too, the others areas alone.
    """
    import trimesh

    from coldcradle.cradle.curve import room_curve

    mesh = trimesh.creation.icosphere(subdivisions=7, radius=0.05)
    levels = np.linspace(-0.05, 0.05, 202)[1:-1]
    triangles = np.asarray(mesh.triangles)

    def multiplane() -> Array:
        sections, *_ = trimesh.intersections.mesh_multiplane(mesh, [0, 0, 0], [0, 0, 1], levels)
        areas = []
        for lines in sections:
            x, y = lines[:, :, 0], lines[:, :, 1]
            twice = x[:, 0] * y[:, 1] - x[:, 1] * y[:, 0]
            areas.append(np.abs(twice).sum() / 2)  # convex round the middle: every piece turns the same way
        return np.array(areas)

    ways: dict[str, Way] = {
        "ours": lambda: room_curve(triangles, levels)[1],
        "numpy, level by level": lambda: _level_by_level(triangles, levels.tolist()),
        "trimesh mesh_multiplane": multiplane,
    }
    exact = ways["numpy, level by level"]()
    errors = {name: float(np.abs(way() / exact - 1).max()) * 1e6 for name, way in ways.items()}
    return _told("room of a mesh", _in_turn(ways, rounds), errors, "millionths")
