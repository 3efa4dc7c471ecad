"""Measures on sitter and clay side by side, with their norms."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.lore.measures import Measure
from yewfinch.core.anatomy.lore.sex_and_age import Age
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.alignment import AS_IS, Alignment
from yewfinch.core.sitter.solution import Solution


@dataclass(frozen=True)
class Compared:
    """One measure of sitter, clay and norm beside each other.

    Attributes
    ----------
    measure : Measure
    sitter, spread : float or None
        Value and standard deviation on the sitter; in mm, degrees or as a ratio.
    clay : float or None
    norm : (float, float) or None
        Published mean and spread for the sitter's kind.
    """

    measure: Measure
    sitter: float | None
    spread: float | None
    clay: float | None
    norm: tuple[float, float] | None

    @property
    def z(self) -> float | None:
        """The clay in spreads from the published mean."""
        if self.norm is None or self.clay is None:
            return None
        return (self.clay - self.norm[0]) / self.norm[1]

    @property
    def significant(self) -> bool:
        """Whether clay and sitter differ by more than two standard deviations."""
        if self.sitter is None or self.clay is None or self.spread is None:
            return False
        return abs(self.clay - self.sitter) > 2 * max(self.spread, 1e-9)

    def _text(self, *values: float | None) -> str:
        """A value, or one with its spread in brackets, in the measure's unit."""
        if None in values:
            return "-"
        unit = self.measure.unit
        if len(values) == 2:
            form = "{0:.0f}° ({1:.0f}°)" if unit == "°" else "{0:.0f} ({1:.0f}) mm"
        else:
            form = {"": "{0:.2f}", "°": "{0:.1f}°"}.get(unit, "{0:.1f} mm")
        return phrase(form, *values)

    @property
    def texts(self) -> tuple[str, str, str]:
        """The sitter's value, the clay's and the norm, each with its unit."""
        return self._text(self.sitter), self._text(self.clay), self.norm_text

    @property
    def norm_text(self) -> str:
        """Published mean, or what a canon or rule asks for."""
        if self.norm is not None:
            return self._text(*self.norm)
        return "" if self.measure.ideal is None else phrase("{0:g}", self.measure.ideal)

    @property
    def z_text(self) -> str:
        """Spreads from the mean."""
        return "" if self.z is None else phrase("{0:+.1f}", self.z)

    def words(self) -> str:
        """Everything in one sentence."""
        parts = []
        if self.sitter is None and self.clay is None:
            parts.append("landmarks are missing")
        if self.sitter is not None and self.spread is not None:
            parts.append(phrase("sitter {0} ± {1}", self._text(self.sitter), self._text(self.spread)))
        if self.clay is not None:
            parts.append(phrase("clay {0}", self._text(self.clay)))
        if self.norm is not None:
            parts.append(phrase("norm {0:.1f} ({1:.1f}) {2}", *self.norm, self.measure.unit))
        if self.measure.ideal is not None:
            parts.append(phrase("asked for {0:g}", self.measure.ideal))
        source = phrase(" Source: {0}.", self.measure.source) if self.measure.source else ""
        return phrase("{0}: {1}.{2}", self.measure.title, in_a_row(", ", parts), source)


def compare(
    measures: Iterable[Measure],
    clay: Mapping[str, DoubleArray],
    solution: Solution | None,
    alignment: Alignment | None,
    kind: str = "any",
    age: Age = "adult",
) -> list[Compared]:
    """Measure sitter and clay.

    Parameters
    ----------
    measures : Measure
    clay : mapping of landmark key to (3,) mm
    solution : Solution or None
        Landmarks no photo shows are not measured.
    alignment : Alignment or None
        Clay to sitter: heights and tilts are taken in the sitter's frame. The clay's millimetres stay the clay's; where
        size is left out (the alignment scales) the sitter is measured at the clay's size.
    kind : str
        Whose norms.
    age : {"adult", "child", "old"}
        The norms are those of grown people: a child is compared with none.
    """
    lay = alignment or AS_IS
    turned = {k: lay.rotation @ p for k, p in clay.items()}
    seen = {} if solution is None else {k: p / lay.scale for k, p in solution.landmarks().items()}
    defined = None if solution is None else _defined(solution, lay)
    out = []
    for m in measures:
        sitter = m.value(seen)
        spread = None
        if sitter is not None and solution is not None and defined is not None:
            spread = m.spread(solution.keys, solution.points / lay.scale, defined)
        out.append(Compared(m, sitter, spread, m.value(turned), None if age == "child" else m.norm(kind)))
    return out


def _defined(solution: Solution, lay: Alignment) -> DoubleArray:
    """Covariance of the sitter's landmarks by their definitions, (3 n, 3 n) mm squared, at the clay's size if that
    counts.
    """
    return solution.from_definition if lay.scale == 1.0 else defined_at_size(solution) / lay.scale**2


def defined_at_size(solution: Solution) -> DoubleArray:
    """Covariance of the sitter's landmarks by their definitions with the size, taken on the seen ones, left out, (3 n,
    3 n) mm squared.
    """
    seen = np.array([k in solution.seen for k in solution.keys])
    centred = solution.points - solution.points[seen].mean(axis=0)
    measure = np.where(seen[:, None], centred, 0.0)
    take = np.eye(centred.size) - np.outer(centred.ravel(), measure.ravel()) / (measure**2).sum()
    return np.asarray(take @ solution.from_definition @ take.T)
