"""A blank followed into a bowl, cold, beside the same steps with dense matrices and scipy.optimize in the same run."""

from __future__ import annotations

import statistics
import time
from typing import Any

import numpy as np
from scipy.optimize import LinearConstraint, minimize

Figures = dict[str, float]


def _dense(band: Any) -> Any:
    """A symmetric matrix from its upper band."""
    wide, size = band.shape
    full = np.zeros((size, size))
    for k in range(wide):
        off = wide - 1 - k
        full += np.diag(band[k, off:], off)
        if off:
            full += np.diag(band[k, off:], -off)
    return full


def _by_optimizer(problem: Any) -> float:
    """Heat work until it lies in: every step one quadratic program, the form as linear constraints."""
    from coldcradle.layup.deform.sheet import Moving
    from coldcradle.layup.deform.trajectory import _STEP, _begin, _span_m

    sheet = _begin(problem)
    reach = _STEP * _span_m(problem)
    moving = Moving(sheet, problem.profile, reach)
    work, step = 0.0, 0.0
    many = 2 * len(sheet.at)
    guess = np.zeros(many)
    for _ in range(200):
        for _ in range(8):
            band, *moving._strains = sheet.stiffness(step)
            scale = band[5].max()
            matrix, loads = _dense(band) / scale, moving.loads / scale
            gap, out = moving.gap, moving.outward
            near = np.flatnonzero(gap < 3 * reach) if step else np.flatnonzero(gap < 1e-7)
            rows = np.zeros((len(near), many))
            rows[np.arange(len(near)), 2 * near] = out[near, 0]
            rows[np.arange(len(near)), 2 * near + 1] = out[near, 1]
            unit = np.abs(loads).max() / matrix.diagonal().min()  # so that the optimizer works on numbers near 1
            least = (-gap[near] / step if step else np.zeros(len(near))) / unit
            fixed = np.zeros((1, many))
            fixed[0, 0] = 1.0
            found = minimize(  # type: ignore[call-overload]  # the stubs know fewer ways
                lambda v, m=matrix, f=loads / unit: 0.5 * v @ m @ v - f @ v,
                guess / unit,
                jac=lambda v, m=matrix, f=loads / unit: m @ v - f,
                method="SLSQP",
                constraints=[LinearConstraint(rows, least, np.inf), LinearConstraint(fixed, 0, 0)],
                options={"maxiter": 400, "ftol": 1e-14},
            )
            guess = found.x * unit
            speed = guess.reshape(-1, 2)
            wanted = reach / max(1e-30, float(np.hypot(speed[:, 0], speed[:, 1]).max()))
            if step and step <= 1.5 * wanted:
                break
            step = wanted
        moving.carry(speed, step)
        work += step
        if moving.gap.max() <= 0.001:
            break
        step = wanted
    return work


def bench_sheet(spread_ms: Any) -> Figures:
    """A 330 mm blank of 6 mm into a bowl 50 mm deep, 40 nodes, its rim held and slid."""
    from coldcradle.layup.deform.trajectory import Problem, follow
    from tests.reference.test_sheet import cap

    profile = cap(165, 50)
    slides = Problem(profile=profile, half_m=0.165, thickness_m=0.006)
    held = Problem(profile=profile, half_m=0.165, thickness_m=0.006, held_m=0.165)

    def cold(problem: Problem) -> None:
        follow.cache_clear()
        follow(problem)

    ours = statistics.median(spread_ms(lambda: cold(slides), 15))
    fixed = statistics.median(spread_ms(lambda: cold(held), 15))
    follow(slides)
    known = statistics.median(spread_ms(lambda: follow(slides), 200))
    coarse = Problem(profile=profile, half_m=0.165, thickness_m=0.006, nodes=20)
    quick = statistics.median(spread_ms(lambda: cold(coarse), 15))
    began = time.perf_counter()
    theirs = _by_optimizer(coarse)
    took = (time.perf_counter() - began) * 1e3
    return {
        "a blank into a bowl, rim slides, cold, ms": ours,
        "the same, rim held, cold, ms": fixed,
        "the same, remembered, ms": known,
        "the same at 20 nodes, ms": quick,
        "dense matrices and SLSQP at 20 nodes, ms": took,
        "SLSQP / ours, times": took / quick,
        "heat work by SLSQP / ours": theirs / follow(coarse).done_work,
    }
