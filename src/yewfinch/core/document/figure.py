"""The base head in a portrait: begun anew, steered while strokes on it are kept, fitted to the sitter."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace

import numpy as np

from yewfinch.core.anatomy import head_field
from yewfinch.core.anatomy.base_head import HEAD, LEFT_EYE, RIGHT_EYE, assemble
from yewfinch.core.anatomy.eyeball import eyeball
from yewfinch.core.anatomy.head_form import FORMED
from yewfinch.core.anatomy.head_model import FINEST, HeadModel
from yewfinch.core.anatomy.head_places import texture_places
from yewfinch.core.anatomy.head_shape import HeadShaper, Shape
from yewfinch.core.anatomy.person import Figure, Person, checked
from yewfinch.core.anatomy.relief import relief
from yewfinch.core.anatomy.spread import adults
from yewfinch.core.document.edits import Change, Edit, FieldChange, PieceChange, RowsChange
from yewfinch.core.document.piece import Piece
from yewfinch.core.document.plain import plain_model
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.mesh.anchors import Anchor
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.mesh.unfold import TexturePlaces
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import CannotSolveError, YewfinchError
from yewfinch.core.sitter.alignment import procrustes

LEVELS = tuple(range(FINEST + 1))
PIECES = (HEAD, LEFT_EYE, RIGHT_EYE)
_NAMES = {HEAD: "Head", LEFT_EYE: "Left eyeball", RIGHT_EYE: "Right eyeball"}


class Figures:
    """Makes base heads for portraits; one for all, it holds the plain head."""

    def __init__(self, model: HeadModel) -> None:
        self.model = model
        self.shaper = HeadShaper(model, assemble(model))
        self._lately: list[tuple[tuple[Person, bool], Shape]] = []
        self._fine: dict[int, tuple[DoubleArray, DoubleArray]] = {}

    def shape(self, person: Person, *, draft: bool = False) -> Shape:
        """The shape of a person, or its quick draft; the last few are kept.

        Raises
        ------
        YewfinchError
            If a value of the recipe makes no sense.
        """
        for held, shape in self._lately:
            if held == (person, draft):
                return shape
        shape = self.shaper.shape(checked(person), draft=draft)
        self._lately = [((person, draft), shape), *self._lately[:3]]
        return shape

    def positions(self, figure: Figure, *, draft: bool = False) -> DoubleArray:
        """Vertices of a figure's head in the rows of its surface, (n, 3) mm."""
        at = self.model.at_level(self.shape(figure.person, draft=draft).positions, figure.level)
        if figure.level > FORMED:
            if figure.level not in self._fine:
                rest = self.model.at_level(self.model.positions, figure.level)
                order = self.model.order(figure.level)
                normals = np.empty_like(rest)
                normals[order[1]] = Surface(rest[order[1]], order[0]).normals
                self._fine[figure.level] = rest, normals
            at = at + relief(*self._fine[figure.level], figure.person.age)
        return at[self.model.order(figure.level)[1]]

    def pieces(self, figure: Figure) -> tuple[dict[str, Piece], dict[str, Anchor], dict[str, tuple[Anchor, ...]]]:
        """Pieces, landmarks and lines of a figure."""
        level, model = figure.level, self.model
        faces, order = model.order(level)
        head = Surface(self.positions(figure), faces)
        member = model.linear_at_level(model.region.astype(np.float64), level)[order]
        region = np.round(member).astype(np.uint8)
        regions = {name: np.ascontiguousarray(region[:, i]) for i, name in enumerate(model.regions)}
        places = texture_places(model, level)
        texture = TexturePlaces(places.uv[order], places.seam[order])
        made = {HEAD: Piece(HEAD, _NAMES[HEAD], head, regions=regions, texture=texture)}
        shape = self.shape(figure.person)
        for key, centre in zip((LEFT_EYE, RIGHT_EYE), shape.eyes, strict=True):
            ball = eyeball((0.0, 0.0, 0.0), head_field.EYE_RADIUS)
            at = ball.positions * shape.eye_scale + centre
            made[key] = Piece(key, _NAMES[key], Surface(at, ball.faces, ball.colour))
        plain = self.shaper.plain
        held = [*plain.anchors.values(), *(a for line in plain.lines.values() for a in line)]
        on_head = [a for a in held if a.piece == HEAD]
        tied = iter(self._finer(on_head, level) if level >= FORMED else self._coarser(on_head, figure, head))
        moved = iter([next(tied) if a.piece == HEAD else a for a in held])
        anchors = {k: next(moved) for k in plain.anchors}
        lines = {k: tuple(next(moved) for _ in line) for k, line in plain.lines.items()}
        return made, anchors, lines

    def _finer(self, held: list[Anchor], level: int) -> list[Anchor]:
        """Anchors on the formed level as anchors on a finer one, by the same vertices."""
        formed, order = self.model.order(FORMED)[1], self.model.order(level)[1]
        new_of_old = np.empty(len(order), INDEX)
        new_of_old[order] = np.arange(len(order), dtype=INDEX)
        row_of = new_of_old[formed]
        corners = row_of[np.array([a.corners for a in held])]
        return [Anchor(HEAD, (int(i), int(j), int(k)), a.weights) for (i, j, k), a in zip(corners, held, strict=True)]

    def _coarser(self, held: list[Anchor], figure: Figure, head: Surface) -> list[Anchor]:
        """The same as the nearest points of a coarser level."""
        import igl

        formed = self.shape(figure.person).positions[self.model.order(FORMED)[1]]
        points = np.einsum("nk,nkj->nj", [a.weights for a in held], formed[np.array([a.corners for a in held])])
        triangles, at = head.triangles().astype(np.int64), head.positions.astype(np.float64)
        _, rows, nearest = igl.point_mesh_squared_distance(points, at, triangles)
        out = []
        for corners, point in zip(triangles[np.ravel(rows)], nearest, strict=True):
            w, *_ = np.linalg.lstsq(np.vstack([at[corners].T, np.ones(3)]), np.append(point, 1.0), rcond=None)
            i, j, k = (int(r) for r in corners)
            out.append(Anchor(HEAD, (i, j, k), (float(w[0]), float(w[1]), float(w[2]))))
        return out

    # --- edits ----------------------------------------------------------------------------

    def begin(self, portrait: Portrait, figure: Figure, name: str) -> Edit:
        """Put a base head in the place of the present head and eyeballs; other pieces stay."""
        for key in PIECES:
            held = portrait.pieces.get(key)
            if held is not None and held.locked:
                raise YewfinchError(f"'{held.name}' is locked. Unlock it in the pieces to begin another base head.")
        pieces, anchors, lines = self.pieces(figure)
        changes: list[Change] = [PieceChange(portrait.pieces.get(k), pieces[k]) for k in PIECES]
        kept = {k: a for k, a in portrait.anchors.items() if a.piece not in PIECES}
        other = {k: v for k, v in portrait.lines.items() if all(a.piece not in PIECES for a in v)}
        calipers = tuple(c for c in portrait.calipers if all(a.piece not in PIECES for a in c.points))
        changes += [
            FieldChange("anchors", portrait.anchors, {**kept, **anchors}),
            FieldChange("lines", portrait.lines, {**other, **lines}),
            FieldChange("calipers", portrait.calipers, calipers),
            FieldChange("figure", portrait.figure, figure),
        ]
        return Edit(name, tuple(changes))

    def steerable(self, portrait: Portrait) -> str:
        """Why the portrait's head cannot be steered; empty if it can."""
        figure = portrait.figure
        if figure is None:
            return "The clay was not begun with a base head. Begin one to steer it."
        piece = portrait.pieces.get(HEAD)
        if piece is None or any(k not in portrait.pieces for k in PIECES):
            return "The base head or an eyeball was taken out. Begin a new one to steer it."
        if len(piece.surface) != self.model.size(figure.level):
            return "The head's faces were changed since it was begun, so it cannot be steered any more."
        locked = [portrait.pieces[k].name for k in PIECES if portrait.pieces[k].locked]
        return f"'{locked[0]}' is locked. Unlock it to steer the base head." if locked else ""

    def steer(
        self, portrait: Portrait, person: Person, name: str, *, draft: bool = False, from_draft: bool = False
    ) -> Edit:
        """Turn the present base head into another person's; what was modelled on it goes along.

        Parameters
        ----------
        portrait : Portrait
        person : Person
        name : str
            Of the undo step.
        draft : bool
            Quick, for a dial that is still being dragged; to be followed by a step that is none.
        from_draft : bool
            The present form is such a draft.

        Raises
        ------
        YewfinchError
            If the clay is no base head any more, or a value makes no sense.
        """
        why = self.steerable(portrait)
        if why:
            raise YewfinchError(why)
        old = portrait.figure
        assert old is not None
        new = replace(old, person=person)
        shape, before = self.shape(person, draft=draft), self.shape(old.person, draft=from_draft)
        changes: list[Change] = []
        step = self.positions(new, draft=draft) - self.positions(old, draft=from_draft)
        changes.append(_moved(portrait, HEAD, lambda p: p + step))
        ratio = shape.eye_scale / before.eye_scale
        for key, to, at in zip((LEFT_EYE, RIGHT_EYE), shape.eyes, before.eyes, strict=True):
            changes.append(_moved(portrait, key, _carried(at, to, ratio)))
        changes.append(FieldChange("figure", old, new))
        return Edit(name, tuple(changes))

    def from_sitter(self, portrait: Portrait, person: Person, *, lopsided: bool = False) -> Person:
        """The person whose base head fits the sitter's measured landmarks best.

        Parameters
        ----------
        portrait : Portrait
            With a solved sitter.
        person : Person
            Age and dials stay as they are here.
        lopsided : bool
            Also the sitter's asymmetry.

        Raises
        ------
        CannotSolveError
            If the sitter is not solved.
        """
        found = portrait.sitter.solution
        if found is None:
            raise CannotSolveError("The sitter is not solved yet. Mark the photos and solve first.")
        mean = dict(zip(self.shaper.keys, self.shaper.mean(0.5, max(person.age, 20.0)), strict=True))
        keys = [k for k in found.keys if k in mean]
        points = np.array([found.points[found.keys.index(k)] for k in keys])
        laid = procrustes(points, np.array([mean[k] for k in keys])).to_sitter(points)
        places = {k: (float(p[0]), float(p[1]), float(p[2])) for k, p in zip(keys, laid, strict=True)}
        return replace(
            person, sex=self._sex_of(places), landmarks=places, measures={}, seed=0, asymmetry=1.0 if lopsided else 0.0
        )

    def _sex_of(self, places: Mapping[str, tuple[float, float, float]]) -> float:
        """Where between the mean woman (0) and man (1) landmarks lie (Fisher 1936)."""
        woman, man = adults("woman").of(set(places)), adults("man").of(set(places))
        way = (man.mean - woman.mean).ravel()
        weights = np.linalg.solve(man.covariance + 0.1 * np.eye(len(way)), way)
        at = np.array([places[k] for k in woman.keys]).ravel()
        t = float(weights @ (at - woman.mean.ravel()) / (weights @ way))
        return float(np.clip(t, 0.0, 1.0))


def _moved(portrait: Portrait, piece: str, move: Callable[[DoubleArray], DoubleArray]) -> RowsChange:
    at = portrait.surface(piece).positions
    after = move(at.astype(np.float64)).astype(np.float32)
    rows = np.arange(len(at), dtype=INDEX)  # all of them, so that the step can be amended
    return RowsChange(piece, "positions", rows, at.copy(), after)


def _carried(at: DoubleArray, to: DoubleArray, ratio: float) -> Callable[[DoubleArray], DoubleArray]:
    return lambda p: to + (p - at) * ratio


_HELD: dict[int, Figures] = {}


def figures() -> Figures:
    """The one maker of base heads, of the model in use."""
    model = plain_model()
    if id(model) not in _HELD:
        _HELD.clear()
        _HELD[id(model)] = Figures(model)
    return _HELD[id(model)]
