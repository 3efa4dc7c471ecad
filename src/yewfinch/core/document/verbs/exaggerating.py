"""Exaggeration in a portrait: a form layer of what sets the clay apart from a norm, and its eyes along with it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from types import MappingProxyType

import numpy as np

from yewfinch.core.anatomy.figure.person import Person
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.norms import NORMS, Norm, distance
from yewfinch.core.document.model.edits import Change, Edit, PieceChange, Told
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import eyes, form_layers, lips
from yewfinch.core.document.verbs.lips import with_teeth
from yewfinch.core.document.verbs.teeth import standing as standing_teeth
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.exaggeration import (
    BETWEEN,
    BEYOND,
    LEAST,
    LIDS,
    MOST,
    eye_step,
    eye_step_from_norm,
    laid,
    mean_of,
    steps_of_measure,
    steps_through_landmarks,
    with_eyes,
    with_lines,
)
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.eyes.eye_form import surface_of
from yewfinch.core.features.lids.lid_form import lid_surface
from yewfinch.core.features.proportion import Distances, Places, kept_clear_in_place, proportional
from yewfinch.core.features.softly import softened
from yewfinch.core.features.teeth.teeth import moved as moved_teeth
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.form_layers import FormLayer, Unmet
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, part, silent

#: What the layers are called.
LAYER = "Exaggeration"
#: Eyes that are nearer to a piece than this, in their radii, go along with it.
_NEAR = 2.0
#: Landmarks that tell where the norm's eyes stand.
_PUPILS = ("p_l", "p_r")
#: Rounds of finding where an eye stands without a layer.
_SETTLING = 8
#: An eye is no farther than this from where it stands without a layer, mm.
_ASTRAY = 60.0


@dataclass(frozen=True, eq=False)
class Usual:
    """A norm that clay is exaggerated against.

    Attributes
    ----------
    landmarks : mapping of key to (3,) float64, mm
        And places along lines of the face, as `with_lines` names them.
    positions : (n, 3) float64, mm, or None
        Its vertices in the rows of the clay, if it has the same.
    """

    landmarks: Mapping[str, DoubleArray]
    positions: DoubleArray | None = None


@dataclass(frozen=True)
class Unusual:
    """A measure of the clay beside its norm.

    Attributes
    ----------
    norm : Norm
    value : float, mm
    usual, spread : float, mm
    """

    norm: Norm
    value: float
    usual: float
    spread: float

    @property
    def z(self) -> float:
        """How many spreads it is from the mean."""
        return (self.value - self.usual) / self.spread


def unusual(portrait: Portrait, sex: float) -> list[Unusual]:
    """Measures of the clay by how unusual they are for a man (1), a woman (0) or between, the most unusual first."""
    points, out = portrait.landmarks(), []
    for norm in NORMS:
        value = distance(points, norm.start, norm.end)
        (men, sm), (women, sw) = norm.men, norm.women
        spread = sm if sw is None else sw if sm is None else sex * sm + (1.0 - sex) * sw
        if value is not None and spread:
            out.append(Unusual(norm, value, sex * men + (1.0 - sex) * women, spread))
    return sorted(out, key=lambda u: -abs(u.z))


def usual_person(portrait: Portrait) -> Person:
    """The mean of the sex and age of the portrait's base head; of a man of 30 without one."""
    figure = portrait.figure
    return Person() if figure is None else Person(figure.person.sex, figure.person.age, cast=figure.person.cast)


def usual_landmarks(portrait: Portrait) -> dict[str, DoubleArray]:
    """Landmarks of that mean, (3,) mm each."""
    from yewfinch.core.anatomy.figure.head_shape import plain_shaper

    person = usual_person(portrait)
    shaper = plain_shaper(person.cast)
    return dict(zip(shaper.keys, shaper.marks.mean(person.sex, person.age), strict=True))


def usual_of(several: Sequence[Portrait], clay: Piece) -> Usual:
    """The mean of portraits as a norm; of one it is that one.

    Parameters
    ----------
    several : sequence of Portrait
        With landmarks of a head.
    clay : Piece
        What is to be compared: vertex by vertex if the portraits' heads have its faces, else through landmarks and
        lines.

    Raises
    ------
    YewfinchError
        If there is none, or they have too few landmarks in common.
    """
    norms = []
    for portrait in several:
        head = portrait.pieces.get(clay.id)
        same = head is not None and np.array_equal(head.surface.faces, clay.surface.faces)
        at = head.surface.positions.astype(np.float64) if head is not None and same else None
        norms.append((with_lines(portrait.landmarks(), _lines(portrait)), at))
    landmarks, positions = mean_of(norms)
    return Usual(landmarks, positions)


def _lines(portrait: Portrait) -> dict[str, DoubleArray]:
    """Lines of the face that lie on the clay, (n, 3) mm each."""
    return {k: line for k in portrait.lines if (line := portrait.line(k)) is not None}


def layer_of(portrait: Portrait, piece: str, name: str = LAYER) -> str | None:
    """The id of a piece's layer of exaggeration at its present level; None if it has none."""
    stack = form_layers.stack_of(portrait, portrait.pieces[piece])
    return next((v.id for v in stack.layers if v.name == name), None)


def strength(portrait: Portrait, piece: str, key: str) -> float:
    """How far a layer takes the clay: 0 is the norm, 1 the person."""
    return 1.0 + form_layers.stack_of(portrait, portrait.pieces[piece])[key].strength


def unmet_of(portrait: Portrait, piece: str, key: str) -> str:
    """Which measures a layer could not bring to their size when it was begun, in words; empty if it could."""
    return unmet_words(form_layers.stack_of(portrait, portrait.pieces[piece])[key].unmet)


def begin(
    portrait: Portrait, piece: str, usual: Usual, region: str = "", name: str = LAYER, progress: Progress = silent
) -> tuple[Edit, str]:
    """A layer of what sets a piece apart from a norm; the clay stays as it is.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    usual : Usual
        The norm.
    region : str
        Only this region of the piece; empty for all of it.
    name : str
        The layer's.
    progress : Progress
        May cancel.

    Returns
    -------
    Edit
        It tells which measures cannot be in proportion, if any.
    str
        The layer's id.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or too few landmarks are placed.
    """
    held = usable(portrait, piece)
    person = portrait.landmarks()
    if usual.positions is not None and len(usual.positions) == len(held.surface):
        turn, shift = laid(person, usual.landmarks)
        steps = held.surface.positions.astype(np.float64) - (usual.positions @ turn.T + shift)
        pupils = {
            k: person[k] - (turn @ usual.landmarks[k] + shift) for k in _PUPILS if k in person and k in usual.landmarks
        }
    else:
        steps = steps_through_landmarks(held.surface, with_lines(person, _lines(portrait)), usual.landmarks)
        pupils = {}
    if region:
        return _layer(portrait, piece, steps, region, name, progress)
    return _layer(portrait, piece, steps, "", name, progress, pupils, usual.landmarks)


def begin_measure(portrait: Portrait, piece: str, what: Unusual, progress: Progress = silent) -> tuple[Edit, str]:
    """A layer of what makes one measure unusual; the clay stays as it is.

    Raises
    ------
    YewfinchError
        As `begin`.
    """
    held = usable(portrait, piece)
    start, end = what.norm.start, what.norm.end
    pairs = [(start, end)]
    if start[-2:] == end[-2:] and start[-2:] in ("_l", "_r"):  # on one side: the other goes along
        pairs.append((LANDMARKS[start].twin, LANDMARKS[end].twin))
    steps = steps_of_measure(held.surface, portrait.landmarks(), pairs, what.usual)
    return _layer(portrait, piece, steps, "", phrase("{0}: {1}", LAYER, what.norm.title), progress)


def _layer(
    portrait: Portrait,
    piece: str,
    steps: DoubleArray,
    region: str,
    name: str,
    progress: Progress,
    pupils: Mapping[str, DoubleArray] = MappingProxyType({}),
    usual: Mapping[str, DoubleArray] = MappingProxyType({}),
) -> tuple[Edit, str]:
    """`pupils` are the ways of these from the norm to the person, (3,) mm, if they are known: eyes go along.

    Distances grow in proportion where both ends are on the piece, or pupils of eyes in it, and among the norm's
    landmarks, `usual`.
    """
    held = portrait.pieces[piece]
    if region:
        if region not in held.regions:
            raise YewfinchError(phrase("'{0}' has no region '{1}'.", held.name, region))
        steps = steps * softened(held.surface, held.regions[region] / 255.0)[:, None]
    near = _near(portrait, piece)
    around = list(near.values())
    known = [pupils.get(f"p_{eyes.side_of(eye)}") for eye in around]
    # of a region nothing beside it is moved so as to keep landmarks in their places
    places, distances = _measured(portrait, "" if region else piece, {} if region else near, usual)
    beyond = _taken_on(held.surface, steps, around, places, distances, part(progress, 0.0, 0.35))
    at = held.surface.positions.astype(np.float64)
    there = held.surface.moved((at + beyond).astype(np.float32))
    moved = [_led(eye, at, beyond) for eye in around]
    # from twice on by itself: what it takes to be clear there is not asked of what comes before
    now = places.on(at) + places.of(at, beyond)
    own, twice = distances.between(places.on(at)), distances.between(now)
    last = replace(distances, usual=2.0 * twice - (own + 2.0 * (own - distances.usual)))
    led = replace(places, eyes=tuple(_led(eye, at, beyond) for eye in places.eyes), pupils=now[len(places.corners) :])
    farther = _taken_on(there, beyond, moved, led, last, part(progress, 0.35, 0.7))
    between = with_eyes(held.surface, steps, around, beyond=False, known=known)
    between = kept_clear_in_place(held.surface, between, BETWEEN, places, around, part(progress, 0.7, 1.0))
    last_places = now + led.of(there.positions.astype(np.float64), farther)
    taken = {2.0: now, MOST: last_places}
    unmet = tuple(
        Unmet(times, title, is_now, aim)
        for times, points in taken.items()
        for title, (is_now, aim) in distances.astray(places.on(at), points, times).items()
    )
    edit, key = form_layers.lay(portrait, piece, beyond, name, 0.0, between, farther, unmet)
    return replace(edit, told=Told(unmet_words(unmet)) if unmet else None), key


def unmet_words(unmet: Sequence[Unmet]) -> str:
    """What is said of measures that cannot all be had at once, by how far the person is taken; empty if all can."""
    said = []
    for times in sorted({u.times for u in unmet}):
        found = [
            phrase("{0} {1:.1f} mm instead of {2:.1f} mm", u.title, u.now, u.aim) for u in unmet if u.times == times
        ]
        said.append(phrase("at {0:g} times: {1}", times, in_a_row(", ", found)))
    return in_a_row("; ", said) if said else ""


def _taken_on(
    surface: Surface,
    steps: DoubleArray,
    around: Sequence[Eye],
    places: Places,
    distances: Distances,
    progress: Progress,
) -> DoubleArray:
    """Steps that take a surface farther from the norm than it is, (n, 3) mm: lids stay on the eyes round it, measures
    grow in proportion, nothing crosses.
    """
    out = proportional(surface, with_eyes(surface, steps, around, beyond=True), places, distances, around)
    return kept_clear_in_place(surface, out, BEYOND, places, around, progress)


def _led(eye: Eye, at: DoubleArray, steps: DoubleArray) -> Eye:
    """An eye where the lids that lie on it take it, if vertices at (n, 3) mm take steps, (n, 3) mm."""
    return moved_by(eye, eye_step(at, steps, np.array(eye.place), LIDS * eye.radius))


def _measured(
    portrait: Portrait, piece: str, near: Mapping[str, Eye], usual: Mapping[str, DoubleArray]
) -> tuple[Places, Distances]:
    """Landmarks on a piece and pupils of eyes in it, and the measures between them with what the norm says of these."""
    keys = sorted(k for k, a in portrait.anchors.items() if a.piece == piece)
    anchors = [portrait.anchors[k] for k in keys]
    found = portrait.landmarks()
    pupils = [k for k in _PUPILS if k in found and portrait.anchors[k].piece in near]
    row = {k: i for i, k in enumerate([*keys, *pupils])}
    places = Places(
        np.array([a.corners for a in anchors], np.int64).reshape(-1, 3),
        np.array([a.weights for a in anchors], np.float64).reshape(-1, 3),
        tuple(near[portrait.anchors[k].piece] for k in pupils),
        np.array([found[k] for k in pupils], np.float64).reshape(-1, 3),
    )
    pairs = {(n.start, n.end): n.title for n in NORMS}
    pairs = {
        (LANDMARKS[a].twin or a, LANDMARKS[b].twin or b): title for (a, b), title in pairs.items() if a[-2:] == b[-2:]
    } | pairs
    known = sorted(p for p in pairs if set(p) <= set(row) and set(p) <= set(usual))
    ends = np.array([(row[a], row[b]) for a, b in known], np.int64).reshape(-1, 2)
    sizes = np.array([np.linalg.norm(usual[a] - usual[b]) for a, b in known])
    return places, Distances(ends, sizes, tuple(pairs[p] for p in known))


def _near(portrait: Portrait, piece: str) -> dict[str, Eye]:
    """Eyes that the piece's clay lies round."""
    at = portrait.surface(piece).positions
    out = {}
    for key, held in portrait.pieces.items():
        if held.eye is not None:
            eye = eyes.standing(held)
            if (np.linalg.norm(at - np.array(eye.place), axis=1) < _NEAR * eye.radius).sum() > 20:
                out[key] = eye
    return out


def exaggerate(portrait: Portrait, piece: str, key: str, k: float) -> Edit:
    """Take the clay so far: norm + k (person - norm); its eyes go along as wholes.

    Raises
    ------
    YewfinchError
        If the piece or an eye may not be changed, or k makes no sense.
    """
    if not (np.isfinite(k) and LEAST <= k <= MOST):
        raise YewfinchError(phrase("{0:g} times makes no sense; {1:g}, the norm, to {2:g} do.", k, LEAST, MOST))
    held = portrait.pieces[piece]
    layer = form_layers.stack_of(portrait, held)[key]
    if abs(k - 1.0 - layer.strength) < 1e-9:
        return Edit("", ())
    weighed = form_layers.weigh(portrait, piece, key, k - 1.0)
    changes: list[Change] = list(weighed.changes)
    every = np.arange(len(held.surface), dtype=INDEX)
    plain = held.surface.positions.astype(np.float64) - layer.shown(every)
    for name, eye in _near(portrait, piece).items():
        now = moved_by(eye, _of_eye(plain, layer, eye, k - 1.0))
        changes.append(
            PieceChange(portrait.pieces[name], replace(portrait.pieces[name], eye=now, surface=surface_of(now)))
        )
        changes += [
            PieceChange(p, replace(p, surface=lid_surface(p.lids, now)))
            for p in portrait.pieces.values()
            if p.lids is not None and p.lids_of == name
        ]
    for held_teeth in [p for p in portrait.pieces.values() if p.teeth is not None and p.teeth.clay == piece]:
        step = _of_mouth(portrait, piece, layer, k - 1.0)
        now_teeth = moved_teeth(standing_teeth(held_teeth), np.eye(3), 1.0, step)
        changes.append(with_teeth(held_teeth, now_teeth))
    return Edit(phrase("{0} {1:.2f} times", layer.name, k), tuple(changes))


def _of_mouth(portrait: Portrait, piece: str, layer: FormLayer, then: float) -> DoubleArray:
    """The step of teeth from a layer's strength to another, (3,) mm: they are rigid, and go as the mean of the lips'
    lines.
    """
    if lips.clay_of(portrait) != piece:
        return np.zeros(3)
    lines = lips.lines_on(portrait, piece)
    rows = np.sort(np.concatenate([lines.upper_rows, lines.lower_rows])).astype(INDEX)
    now = layer.strength
    return np.asarray((then * layer.steps_at(rows, then) - now * layer.steps_at(rows, now)).mean(axis=0))


def _of_eye(plain: DoubleArray, layer: FormLayer, eye: Eye, then: float) -> DoubleArray:
    """The step of an eye from a layer's strength to another, (3,) mm: it goes with the lids that lie on it.

    Parameters
    ----------
    plain : (n, 3) float64, mm
        The clay without the layer.
    layer : FormLayer
    eye : Eye
        Where it stands now.
    then : float
        The other strength.
    """
    far = np.linalg.norm(plain - np.array(eye.place), axis=1)
    rows = np.flatnonzero(far < LIDS * eye.radius + _ASTRAY).astype(INDEX)
    plain = plain[rows]
    below, whole, twice = (layer.steps_at(rows, strength) for strength in (-1.0, 1.0, 2.0))
    farther = 2.0 * twice - whole

    def to(strength: float, own: Eye) -> DoubleArray:
        if strength < 0.0:
            return strength * eye_step_from_norm(plain, below, own)
        place, reach = np.array(own.place), LIDS * eye.radius
        step = eye_step(plain, whole, place, reach)
        if strength <= 1.0:
            return strength * step
        return step + (strength - 1.0) * eye_step(plain + whole, farther, place + step, reach)

    now, step, own = layer.strength, np.zeros(3), eye
    for _ in range(_SETTLING if now else 0):  # where it stands without the layer
        step = to(now, own)
        own = moved_by(eye, -step)
    return to(then, own) - step


def moved_by(eye: Eye, step: DoubleArray) -> Eye:
    """An eye set off by a step, (3,) mm, with the corner of its lids; what it looks at stays."""

    def to(point: tuple[float, float, float]) -> tuple[float, float, float]:
        x, y, z = np.add(point, step)
        return float(x), float(y), float(z)

    x, y, z = eye.middle
    return replace(
        eye,
        place=to(eye.place),
        middle=(x, float(y + step[1]), float(z + step[2])),
        target=(eye.target[0], float(eye.target[1] + step[1]), float(eye.target[2] + step[2])),
        corner=None if eye.corner is None else to(eye.corner),
    )
