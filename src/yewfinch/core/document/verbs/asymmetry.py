"""Asymmetry in a portrait: put onto a layer, compared with the sitter's, brought over; one side as the other."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import form_layers
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.asymmetry import Parts, antisymmetric, as_other_side, parts
from yewfinch.core.features.clearing import kept_apart
from yewfinch.core.features.softly import softened
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.alignment import Alignment
from yewfinch.core.sitter.solution import Solution
from yewfinch.core.sitter.towards import ROUND, thin_plate

#: What the layer is called that a piece's asymmetry is put on.
LAYER, FROM_SITTER = "Asymmetry", "Sitter's asymmetry"
#: What is moved less than this is left, mm.
_NOTHING = 1e-4
#: How softly landmarks are met, against the scatter of what the photos tell.
_SOFT = 0.5
#: How often steps are evened out where clay would come to cross itself, and made antisymmetric again.
_CLEARINGS = 4
_FLIP = np.array([-1.0, 1.0, 1.0])


@dataclass(frozen=True)
class Uneven:
    """How far left and right differ at a landmark, or a landmark of the midline is from it.

    Attributes
    ----------
    key : str
        The left one of a pair.
    clay : (3,) float64 or None, mm
        Of the clay: left against the right one's image; half of that each would have to move to be even.
    sitter : (3,) float64 or None, mm
        Of the sitter, in the clay's frame.
    spread : float or None, mm
        Standard deviation of the sitter's, along it.
    """

    key: str
    clay: DoubleArray | None
    sitter: DoubleArray | None
    spread: float | None

    @property
    def size(self) -> float:
        """The clay's, else the sitter's, mm."""
        told = self.clay if self.clay is not None else self.sitter
        return 0.0 if told is None else float(np.linalg.norm(told))

    @property
    def certain(self) -> bool:
        """Whether the sitter's is beyond doubt: more than twice its spread."""
        if self.sitter is None or self.spread is None:
            return False
        return float(np.linalg.norm(self.sitter)) > 2.0 * self.spread


def _difference(points: Mapping[str, DoubleArray], key: str) -> DoubleArray | None:
    mark = LANDMARKS[key]
    if key not in points or (mark.side and mark.twin not in points):
        return None
    if not mark.side:
        return np.array([2.0 * points[key][0], 0.0, 0.0])
    return np.asarray(points[key] - points[mark.twin] * _FLIP)


def listed(
    clay: Mapping[str, DoubleArray], solution: Solution | None = None, lay: Alignment | None = None
) -> list[Uneven]:
    """Asymmetry of the clay's landmarks and of the sitter's, pair by pair, the clay's largest first.

    Parameters
    ----------
    clay : mapping of landmark key to (3,) mm
    solution : Solution, optional
    lay : Alignment, optional
        Of the sitter to the clay; both or none.
    """
    told: dict[str, DoubleArray] = {}
    if solution is not None and lay is not None:
        told = {k: lay.to_clay(solution.points[solution.index(k)]) for k in solution.keys}
    out = []
    for key, mark in LANDMARKS.items():
        if mark.side < 0:
            continue
        own, other = _difference(clay, key), _difference(told, key)
        spread = None
        if other is not None and solution is not None and lay is not None:
            spread = _spread(solution, lay, key, other)
        if own is not None or other is not None:
            out.append(Uneven(key, own, other, spread))
    return sorted(out, key=lambda u: -u.size)


def _spread(solution: Solution, lay: Alignment, key: str, way: DoubleArray) -> float:
    """Standard deviation of the sitter's difference at a landmark along it, mm."""
    mark = LANDMARKS[key]
    turn = lay.to_clay(np.eye(3)) - lay.to_clay(np.zeros((1, 3)))  # rows: images of the axes
    unit = np.asarray(way / max(float(np.linalg.norm(way)), 1e-9), np.float64)
    i = solution.index(key)
    one = unit @ turn.T
    if not mark.side:
        one = 2.0 * np.array([1.0, 0.0, 0.0]) @ turn.T
        block = solution.covariance[3 * i : 3 * i + 3, 3 * i : 3 * i + 3]
        return float(np.sqrt(max(float(one @ block @ one), 0.0)))
    j = solution.index(mark.twin)
    two = -(unit * _FLIP) @ turn.T
    both = np.concatenate([one, two])
    rows = np.r_[3 * i : 3 * i + 3, 3 * j : 3 * j + 3]
    return float(np.sqrt(max(float(both @ solution.covariance[np.ix_(rows, rows)] @ both), 0.0)))


def take_apart(portrait: Portrait, piece: str) -> tuple[Edit, str]:
    """Put a piece's asymmetry onto a layer of its own: under it the form is its own mirror image.

    Returns
    -------
    Edit
    str
        The layer's id.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or is symmetric.
    """
    surface = usable(portrait, piece).surface
    found = parts(surface)
    if float(np.abs(found.steps).max(initial=0.0)) < _NOTHING:
        raise YewfinchError("The piece is symmetric: there is nothing to take apart.")
    return form_layers.difference(portrait, piece, found.symmetric.astype(np.float32), LAYER)


def bring_over(portrait: Portrait, piece: str, solution: Solution, lay: Alignment) -> tuple[Edit, str]:
    """Give a piece the sitter's asymmetry, on a layer of its own; its symmetric part stays as it is.

    Returns
    -------
    Edit
    str
        The layer's id.

    Raises
    ------
    YewfinchError
        If the piece may not be changed or its net is not symmetric, or too few landmarks are known of both.
    """
    surface = usable(portrait, piece).surface
    found = _with_twins(portrait, piece)
    clay = portrait.landmarks()
    own = {u.key: u for u in listed(clay, solution, lay) if u.clay is not None and u.sitter is not None}
    centres, steps, soft = [], [], []
    for key, u in own.items():
        assert u.clay is not None and u.sitter is not None
        half = (u.sitter - u.clay) / 2.0
        mark = LANDMARKS[key]
        for k, step in ((key, half), *(((mark.twin, -half * _FLIP),) if mark.side else ())):
            centres.append(clay[k])
            steps.append(step)
            soft.append(_SOFT * (u.spread or 1.0))
    if len(centres) < 6:
        raise YewfinchError("Too few landmarks are known of both clay and sitter. Mark more pairs, and solve again.")
    field = thin_plate(np.array(centres), np.array(steps), np.array(soft), ROUND)
    assert found.twin is not None
    reach = _reach(surface.positions.astype(np.float64), np.array(centres))
    at = surface.positions.astype(np.float64)
    moved = antisymmetric(reach[:, None] * field.at(at), found.twin)
    triangles = surface.triangles()
    for _ in range(_CLEARINGS):
        apart = kept_apart(at, triangles, moved)
        if apart is moved:
            break
        moved = antisymmetric(apart, found.twin)
    return form_layers.lay(portrait, piece, moved, FROM_SITTER)


def _reach(at: DoubleArray, centres: DoubleArray) -> DoubleArray:
    """1 near landmarks, 0 far from all of them, (n,)."""
    from scipy.spatial import cKDTree

    away = cKDTree(centres).query(at)[0]
    t = np.clip((70.0 - away) / 45.0, 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))


def side_as_other(portrait: Portrait, piece: str, region: str, side_changed: str = "l") -> Edit:
    """Make a feature of one side the image of that of the other, softly at its border.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    region : str
        A region that ends in "_l" or "_r", or the stem of its name.
    side_changed : {"l", "r"}
        The side that changes.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, has no such region, or its net is not symmetric.
    """
    held = usable(portrait, piece)
    stem = region[:-2] if region.endswith(("_l", "_r")) else region
    name = f"{stem}_{side_changed}"
    if name not in held.regions:
        raise YewfinchError(phrase("'{0}' has no region '{1}'.", held.name, name))
    found = _with_twins(portrait, piece)
    assert found.twin is not None
    share = softened(held.surface, held.regions[name].astype(np.float64) / 255.0)
    after = as_other_side(held.surface, found.twin, share).astype(np.float32)
    rows = np.flatnonzero((after != held.surface.positions).any(axis=1)).astype(INDEX)
    if not len(rows):
        raise YewfinchError("Both sides are alike there already.")
    own, other = ("left", "right") if side_changed == "l" else ("right", "left")
    change = RowsChange(piece, "positions", rows, held.surface.positions[rows].copy(), after[rows])
    return Edit(phrase("{0}: {1} as {2}", stem.capitalize(), own, other), (change,))


def _with_twins(portrait: Portrait, piece: str) -> Parts:
    found = parts(portrait.surface(piece))
    if found.twin is None:
        raise YewfinchError(
            "The net of faces of this piece is not symmetric, so nobody can tell which vertex is the image of which. "
            "Remesh it along the form while it is symmetric, or take its asymmetry apart and settle it first."
        )
    return found
