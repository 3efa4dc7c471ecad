"""The base head fitted to the sitter: its recipe from the solved landmarks, then its surface from the drawn lines."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.anatomy.figure.head_shape import HeadShaper
from yewfinch.core.anatomy.figure.person import Person
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.region_names import region_title
from yewfinch.core.anatomy.population.spread import adults
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, POSITION, DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import counted, in_a_row, phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sitter.alignment import Alignment, align, procrustes, relative_covariance
from yewfinch.core.sitter.compare import defined_at_size
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.likeness import PLACING, likeness
from yewfinch.core.sitter.outlines import Gap, gaps
from yewfinch.core.sitter.photo import Photo
from yewfinch.core.sitter.solution import Solution
from yewfinch.core.sitter.surface_fit import fitted, unseen_regions
from yewfinch.core.sitter.towards import steps_to_sitter

#: Regions that are named if no photo tells of them.
_TOLD = ("forehead", "temple_l", "temple_r", "cheek_l", "cheek_r", "nose", "jaw", "chin", "ear_l", "ear_r", "scalp")
#: Places that are looked at in each of them.
_SAMPLES = 8
_OUTLINES = ("face_outline", "jaw")


@dataclass(frozen=True)
class Fit:
    """What a fit rests on.

    Attributes
    ----------
    landmarks : int
        Landmarks that photos show.
    lines : int
        Drawn lines that were met.
    moved : float
        Furthest that the lines moved the surface, mm.
    unseen : tuple of str
        Parts of the head that neither landmarks nor lines tell of.
    sized : bool
        The sitter's size was measured.
    """

    landmarks: int
    lines: int = 0
    moved: float = 0.0
    unseen: tuple[str, ...] = ()
    sized: bool = True

    def words(self) -> str:
        """One or two sentences."""
        text = phrase("The base head is fitted to {0} landmarks", self.landmarks)
        if self.lines:
            text += counted(
                " and {0} drawn line, which moved the surface by up to {1:.1f} mm",
                " and {0} drawn lines, which moved the surface by up to {1:.1f} mm",
                self.lines,
                self.moved,
            )
        text += "." if self.sized else "; size was not measured, so that of the base head is kept."
        if self.unseen:
            unseen = map(region_title, self.unseen)
            text += phrase(" No photo tells of: {0}.", in_a_row(", ", unseen))
        return text


def person_of(portrait: Portrait, shaper: HeadShaper, person: Person, *, lopsided: bool = False) -> Person:
    """The person whose base head fits the sitter's solved landmarks best.

    Each landmark counts as much as the photos say of it: those that no photo shows follow the others by the joint
    spread of
    heads. What the solve already took from how heads are is not counted a second time.
    The head keeps the size of its sex and age unless the sitter's was measured.

    Parameters
    ----------
    portrait : Portrait
        With a solved sitter.
    shaper : HeadShaper
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
    scaled = not portrait.sitter.size_measured
    keys = [k for k in found.keys if k in shaper.keys]
    rows = [shaper.keys.index(k) for k in keys]
    points = np.array([found.points[found.index(k)] for k in keys])
    middle = shaper.marks.mean(0.5, max(person.age, 20.0))[rows]
    sex = {"man": 1.0, "woman": 0.0}.get(portrait.sitter.kind)
    if sex is None:
        laid = _laid(found, keys, points, middle, scaled=scaled).to_sitter(points)
        sex = sex_of(dict(zip(keys, laid, strict=True)))
    mean = shaper.marks.mean(sex, person.age)
    lay = _laid(found, keys, points, mean[rows], scaled=scaled)
    spread = shaper.marks.spread.covariance * max(found.doubt.shape, 1.0)
    index = np.concatenate([3 * r + np.arange(3) for r in rows])
    noise = np.diag(_said_by_photos(found, keys, lay, np.diag(spread)[index]))
    away = (lay.to_sitter(points) - mean[rows]).ravel()
    likeliest = mean + (spread[:, index] @ np.linalg.solve(spread[np.ix_(index, index)] + noise, away)).reshape(-1, 3)
    places = {k: (float(p[0]), float(p[1]), float(p[2])) for k, p in zip(shaper.keys, likeliest, strict=True)}
    return replace(person, sex=sex, landmarks=places, measures={}, seed=0, asymmetry=1.0 if lopsided else 0.0)


def _said_by_photos(found: Solution, keys: Sequence[str], lay: Alignment, usual: DoubleArray) -> DoubleArray:
    """Variance of what the photos alone say of each coordinate, (3 n,) mm squared in the head's frame, at the sitter's
    size.

    A precision of the solve is that of the photos and that of how heads are (`usual`, mm squared) together.
    """
    index = np.concatenate([3 * found.index(k) + np.arange(3) for k in keys])
    turn = np.kron(np.eye(len(keys)), lay.rotation * lay.scale)
    whole = turn @ defined_at_size(found)[np.ix_(index, index)] @ turn.T
    known = np.maximum(np.diag(whole), 1e-4)
    return np.asarray(known * usual / np.maximum(usual - known, 0.02 * usual))


def _laid(found: Solution, keys: Sequence[str], points: DoubleArray, mean: DoubleArray, *, scaled: bool) -> Alignment:
    weight = np.array([1.0 / (found.spread(k) ** 2 + 1.0) if k in found.seen else 1e-6 for k in keys])
    return procrustes(points, mean, weight, scaled=scaled)


def sex_of(places: Mapping[str, DoubleArray]) -> float:
    """Where between the mean woman (0) and man (1) landmarks lie (Fisher 1936)."""
    woman, man = adults("woman").of(set(places)), adults("man").of(set(places))
    way = (man.mean - woman.mean).ravel()
    weights = np.linalg.solve(man.covariance + 0.1 * np.eye(len(way)), way)
    at = np.array([places[k] for k in woman.keys]).ravel()
    t = float(weights @ (at - woman.mean.ravel()) / (weights @ way))
    return float(np.clip(t, 0.0, 1.0))


# --- the surface -----------------------------------------------------------------------------


class SurfaceFit:
    """Bends one piece to landmarks and drawn lines; works on copies, so it may run in a thread.

    Parameters
    ----------
    portrait : Portrait
        What is needed of it is taken at once.
    piece : str
        That is bent.
    """

    def __init__(self, portrait: Portrait, piece: str) -> None:
        found = portrait.sitter.solution
        if found is None:
            raise CannotSolveError("The sitter is not solved yet. Mark the photos and solve first.")
        self.solution, self.piece = found, piece
        self.scaled = not portrait.sitter.size_measured
        self.before = portrait.surface(piece).positions.copy()
        self.surface: Surface = portrait.surface(piece).copy()
        self.others = {
            k: p.surface.frozen() for k, p in portrait.pieces.items() if k != piece and p.visible and not p.see_through
        }
        self.mask = portrait.surface(piece).channels.mask.ravel() / 255.0
        self.anchors = {k: a for k, a in portrait.anchors.items() if a.piece in portrait.pieces and k in LANDMARKS}
        self.lines = dict(portrait.lines)
        self.photos = [p for p in portrait.sitter.photos if p.standpoint is not None and p.curves]
        regions = portrait.pieces[piece].regions
        self.regions = {k: np.flatnonzero(v > 127) for k, v in regions.items() if k in _TOLD and (v > 127).any()}

    def carry_out(self, progress: Progress = silent) -> tuple[Edit, Fit]:
        """The edit that bends the piece, not carried out yet, and what it rests on."""
        landmarks = self._landmarks()
        laid, keys, weight = align(landmarks, self.solution, scaled=self.scaled)
        spreads = self._spreads(laid, keys, weight)
        used: list[Gap] = []
        turn = 0

        def look(positions: DoubleArray) -> tuple[Mapping[str, DoubleArray], Mapping[str, DoubleArray], Sequence[Gap]]:
            nonlocal turn
            progress(turn / 5, "comparing with the drawn lines")
            turn += 1
            self._put(positions)
            now = self._landmarks()
            result = likeness(now, self.solution, scaled=self.scaled)
            steps = steps_to_sitter(now, result, self.solution)
            used[:] = self._gaps(result.alignment)
            return now, {k: v for k, v in steps.items() if k in spreads}, used

        start = self.before.astype(np.float64)
        after, bend = fitted(start, look, spreads)
        free = (1.0 - self.mask)[:, None]
        after = start + (after - start) * free
        moved = np.linalg.norm(after - start, axis=1)
        rows = np.flatnonzero(moved > 1e-4).astype(INDEX)
        some = {k: start[r[:: max(1, len(r) // _SAMPLES)]] for k, r in self.regions.items()}
        lines = len({(g.photo, g.key) for g in used if np.isfinite(g.signed).any()})
        change = RowsChange(self.piece, "positions", rows, self.before[rows], after[rows].astype(POSITION))
        fit = Fit(
            len(spreads), lines, float(moved.max(initial=0.0)), tuple(unseen_regions(bend, some)), not self.scaled
        )
        return Edit("Fit the surface to the sitter's lines", (change,)), fit

    def without_lines(self) -> Fit:
        """What the fit rests on where no line is drawn."""
        return Fit(len([k for k in self.solution.seen if k in self.anchors]), sized=not self.scaled)

    def _put(self, positions: DoubleArray) -> None:
        self.surface.set_rows(np.arange(len(positions), dtype=INDEX), positions.astype(POSITION))

    def _surface_of(self, piece: str) -> Surface | None:
        return self.surface if piece == self.piece else self.others.get(piece)

    def _landmarks(self) -> dict[str, DoubleArray]:
        return {k: a.on(s) for k, a in self.anchors.items() if (s := self._surface_of(a.piece)) is not None}

    def _spreads(self, laid: Alignment, keys: Sequence[str], weight: DoubleArray) -> dict[str, DoubleArray]:
        """How surely each step of a landmark on this piece is known, mm along the clay's axes."""
        covariance = relative_covariance(self.solution, tuple(keys), weight, scaled=self.scaled)
        out = {}
        for i, key in enumerate(keys):
            if self.anchors[key].piece == self.piece:
                block = covariance[3 * i : 3 * i + 3, 3 * i : 3 * i + 3]
                turned = laid.rotation.T @ block @ laid.rotation / laid.scale**2
                placing = PLACING**2 + float(self.solution.placing[self.solution.index(key)]) ** 2
                out[key] = np.sqrt(np.maximum(np.diag(turned), 0.0) + placing)
        return out

    def _gaps(self, laid: Alignment) -> list[Gap]:
        lines = {}
        for key, anchors in self.lines.items():
            on = [self._surface_of(a.piece) for a in anchors]
            if anchors and all(s is not None for s in on):
                lines[key] = np.array([a.on(s) for a, s in zip(anchors, on, strict=True) if s is not None])
        middle = np.mean(list(self._landmarks().values()), axis=0)
        out: list[Gap] = []
        for photo in self.photos:
            out += self._of_photo(photo, laid, lines, middle)
        return out

    def _of_photo(
        self, photo: Photo, laid: Alignment, lines: Mapping[str, DoubleArray], middle: DoubleArray
    ) -> list[Gap]:
        assert photo.standpoint is not None
        camera = laid.camera(photo.standpoint.camera())
        depth = None
        if set(_OUTLINES) & set(photo.curves):
            depth = DepthMap(camera)
            depth.draw({self.piece: self.surface, **self.others})
        return gaps(photo, camera, lines, depth, middle)
