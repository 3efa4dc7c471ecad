"""From pointer events to evenly spaced dabs on the surface, mirrored when symmetry is on."""

from __future__ import annotations

from collections.abc import Callable, Generator, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any

import numpy as np

from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.mesh.query.twins import one_of_each, twins_of, with_twins, write_twins
from yewfinch.core.mesh.surface.rows_change import Channel, RowsChange
from yewfinch.core.sculpt import _dab_kernels, _form_kernels, falloff
from yewfinch.core.sculpt.ground import Book, Clay
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.recorder import Recorder, SampleRecorder
from yewfinch.core.sculpt.stamps import Laid, Stamp, frame, spread
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.shared.arrays import LEAF_SHIFT, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.skin.colour_layers import Painting

#: A tool's stroke: primed once, then fed events; it ends after a release.
Stroke = Generator[None, PointerEvent, None]

#: Multiplies weights by what a stencil lets through: (points, normals, weights, mirrored).
Through = Callable[[FloatArray, FloatArray, FloatArray, bool], None]

#: Width of a tapered end against the whole.
_THINNEST = 0.3
_NO_WAY, _NOT_HELD = np.empty(0), np.empty((0, 1), np.uint8)
MIRROR = np.array([-1.0, 1.0, 1.0])


@dataclass
class StrokeContext:
    """What a running stroke works on.

    Attributes
    ----------
    book : Book
        A portrait, or what stands in for one.
    piece : Clay
    settings : ToolSettings
    symmetry : bool
        Mirror across x = 0 of the piece.
    rgb : (3,) uint8 values
        Colour of the paint tool, sRGB.
    after : callable, optional
        Says what else follows from the stroke once it has ended, as part of the same edit.
    reference : callable, optional
        Positions (k, 3) mm of rows as they are without the chosen layer, or in the chosen state.
    length : float, optional
        Of the whole stroke, mm, where it is known: when it is done again.
    stamp : Stamp, optional
        That dabs work through, laid as the settings say.
    through : callable, optional
        Multiplies weights (k,) by what a stencil lets through at points (k, 3) with normals, or at their images.
    seed : int
        Of what is left to chance.
    painting : Painting or None
        The colour layers of the piece, if it has any and the tool lays colour on.
    layer : str
        The one of these that it is laid on.
    part : str
        What of the layer it goes on: its colour, its mask, or a quality.
    along : tuple of (str, int)
        Qualities that are laid on wherever the stroke lays on, and their values, 0 to 255.
    kept : dict
        What a tool keeps from one stroke for the next, such as where it copies from.
    going : bool
        The stroke goes on in another part when this one has ended.
    going_on : float or None, mm
        A stroke that goes on from another, whose last dab was so far back.
    travelled : float, mm
        From the last dab to where the pointer is.
    gone : float
        How far its dabs have gone, mm.
    remembered : bool
        The stroke has come into the history.
    twins : (n,) int32 or None
        The image of each row, if the piece is symmetric and stays so: then one side is worked out and both are written.
    """

    book: Book
    piece: Clay
    settings: ToolSettings
    symmetry: bool = True
    rgb: tuple[int, int, int] = (200, 120, 100)
    channel: Channel = "positions"
    after: Callable[[RowsChange], Sequence[Any]] | None = None
    reference: Callable[[IndexArray], FloatArray] | None = None
    length: float | None = None
    stamp: Stamp | None = None
    through: Through | None = None
    seed: int = 0
    painting: Painting | None = None
    layer: str = ""
    part: str = "colour"
    along: tuple[tuple[str, int], ...] = ()
    kept: dict[str, Any] = field(default_factory=dict)
    going: bool = False
    going_on: float | None = None
    travelled: float = field(init=False, default=0.0)
    gone: float = field(init=False, default=0.0)
    remembered: bool = field(init=False, default=False)
    recorder: Recorder | SampleRecorder = field(init=False)
    more: dict[str, SampleRecorder] = field(init=False, default_factory=dict)
    touched_rows: int = field(init=False, default=0)
    _place: IndexArray | None = field(init=False, default=None)
    _written: list[IndexArray] = field(init=False, default_factory=list)
    twins: IndexArray | None = field(init=False, default=None)

    def __post_init__(self) -> None:
        if self.painting is not None:
            self.recorder = SampleRecorder(self.piece.id, self.painting, self.layer, self.part)
            self.more = {k: SampleRecorder(self.piece.id, self.painting, self.layer, k) for k, _ in self.along}
            return
        self.recorder = Recorder(self.piece, self.channel)
        if self.symmetry:
            self.twins = self._twins()

    def _twins(self) -> IndexArray | None:
        surface = self.piece.surface
        if self.reference is not None:  # what the tool works towards may differ between the sides
            return None
        twins = twins_of(surface)
        if twins is None or (self.channel != "mask" and (surface.mask != surface.mask[twins]).any()):
            return None
        if self.channel != "positions":
            values = surface.values(self.channel)
            return twins if np.array_equal(values, values[twins]) else None
        return twins

    def match(self, rows: IndexArray) -> IndexArray:
        """Let the twins of rows hold what these do in the channel that is worked on; all rows that were written."""
        if self.twins is None:
            return rows
        one = one_of_each(rows, self.piece.surface.positions, self.twins)
        values = self.piece.surface.values(self.channel)
        values[self.twins[one]] = values[one]
        return with_twins(one, self.twins)

    def touch(self, rows: IndexArray) -> None:
        """Call before writing `rows`, and their twins with them."""
        assert isinstance(self.recorder, Recorder)
        self.recorder.touch(rows if self.twins is None else with_twins(rows, self.twins))

    def pick(self, event: PointerEvent) -> Hit | None:
        """Where an event's ray meets the piece."""
        return self.piece.pick(event.origin, event.direction)

    def move_rows(self, rows: IndexArray, steps: FloatArray) -> None:
        """Add steps in mm to rows of positions, record and mend; `tell` announces it.

        The twins of rows, none of which may be among these, are given the images of where they are then.
        """
        if len(rows) == 0:
            return
        self.touch(rows)
        surface = self.piece.surface
        _dab_kernels.shift(rows, surface.positions, steps, self.symmetry)
        if self.twins is not None:
            write_twins(rows, surface.positions, self.twins)
            rows = with_twins(rows, self.twins)
        leaves = surface.refresh(rows)
        self.touched_rows += len(rows)
        self.wrote(leaves)

    def wrote(self, leaves: IndexArray) -> None:
        """Note leaves in which a dab changed the channel that is worked on; `tell` announces them."""
        self._written.append(leaves)

    def tell(self) -> None:
        """Announce what all dabs of an event changed, once: who listens draws or reads buffers anew."""
        written, self._written = self._written, []
        if written:
            self.book.rows_written(self.piece.id, self.channel, np.unique(np.concatenate(written)))

    @cached_property
    def start(self) -> FloatArray:
        """Positions (n, 3) mm when the stroke began, for tools that ask at their first dab."""
        return np.array(self.piece.surface.positions)

    def ground(self, hit: Hit) -> DoubleArray:
        """Where a hit was, (3,) mm, before the stroke raised anything.

        Its length must not depend on how often it was asked for.
        """
        if not isinstance(self.recorder, Recorder) or self.channel != "positions":
            return hit.point
        recorder = self.recorder
        return np.asarray(
            sum(w * recorder.before(int(r)).astype(np.float64) for r, w in zip(hit.corners, hit.weights, strict=True))
        )

    def taper(self) -> float:
        """How full the stroke is where it is now: 0 at a tapered end, else 1."""
        s, share = self.settings, 1.0
        if s.taper_in > 0:
            share = min(share, self.gone / s.taper_in)
        if s.taper_out > 0 and self.length is not None:
            share = min(share, max(self.length - self.gone, 0.0) / s.taper_out)
        return share

    def along_surface(self, rows: IndexArray, dab: Dab) -> DoubleArray:
        """Distances (k,) mm of rows from a dab's centre along the edges of the net.

        Infinite for what hangs together with it nowhere near.
        """
        surface = self.piece.surface
        if self._place is None:
            self._place = np.full(len(surface), -1, np.int32)
        out = np.empty(len(rows))
        _form_kernels.reached(
            rows,
            surface.positions,
            surface.ring_at,
            surface.ring,
            surface.nearest_row(dab.centre),
            dab.radius,
            self._place,
            out,
        )
        return out

    def finish(self, name: str) -> None:
        """Put the stroke into the history as one step."""
        change = self.recorder.change()
        if change is None:
            return
        before = self.book.moment
        try:
            more = [c for r in self.more.values() if (c := r.change()) is not None]
            follows = self.after(change) if self.after is not None else ()
            self.book.keep_stroke(name, change, [*more, *follows], going=self.going)
        finally:
            self.remembered = self.book.moment != before

    def abort(self) -> None:
        """Take everything back that the stroke did, unless it is in the history already."""
        change = None if self.remembered else self.recorder.change()
        if change is not None:
            self.book.take_back(change)
            for one in [c for r in self.more.values() if (c := r.change()) is not None]:
                self.book.take_back(one)


@dataclass(frozen=True)
class Dab:
    """One touch of a tool.

    Attributes
    ----------
    centre, axis, along : (3,) float64
        Place in mm, unit surface normal, unit direction of the stroke (zero at its start).
    radius : float, mm
    force : float
        Strength with pressure; negative when inverted.
    pinch : float
        As the settings and pressure say.
    laid : Laid or None
        The stamp in the tool's circle.
    flipped : bool
        The image of a dab on the other side.
    """

    centre: DoubleArray
    axis: DoubleArray
    along: DoubleArray
    radius: float
    force: float
    pinch: float = 0.5
    laid: Laid | None = None
    flipped: bool = False

    def mirrored(self) -> Dab:
        """The same dab on the other side of x = 0."""
        laid = self.laid and replace(self.laid, right=self.laid.right * MIRROR, up=self.laid.up * MIRROR)
        return replace(
            self,
            centre=self.centre * MIRROR,
            axis=self.axis * MIRROR,
            along=self.along * MIRROR,
            laid=laid,
            flipped=not self.flipped,
        )


def even_dabs(ctx: StrokeContext) -> Generator[list[tuple[Hit, PointerEvent, DoubleArray]], PointerEvent, None]:
    """Turn events into hits at even distances along the surface, whatever the event rate.

    Yields a list of (hit, event, direction) for each event sent. Distances are measured along
    the line of hits on the clay as it was before the stroke; the ray of each dab is interpolated between the events
    beside it.
    """
    out: list[tuple[Hit, PointerEvent, DoubleArray]] = []
    last: PointerEvent | None = None
    last_hit: Hit | None = None
    last_ground = np.zeros(3)
    travelled = 0.0
    trail = ctx.settings.stabiliser
    while True:
        event = yield out
        out = []
        hit = ctx.pick(event)
        if hit is not None and trail > 0 and last_hit is not None:
            behind = hit.point - last_hit.point
            far = float(np.linalg.norm(behind))
            event = replace(event, origin=event.origin - behind * min(1.0, trail / max(far, 1e-9)))
            hit = ctx.pick(event)
        if hit is not None and event.still and ctx.settings.airbrush:
            out.append((hit, event, np.zeros(3)))
            continue
        if hit is None:
            last, last_hit = event, None
            continue
        if last is None or last_hit is None:
            if ctx.going_on is None:
                out.append((hit, event, np.zeros(3)))
            travelled, ctx.going_on = ctx.going_on or 0.0, None
        else:
            way = _unit(hit.point - last_hit.point)
            length = float(np.linalg.norm(ctx.ground(hit) - last_ground))
            step = max(ctx.settings.spacing * ctx.settings.size, 0.05)
            at = step - travelled
            while at <= length and len(out) < 4096:
                t = at / length
                between = replace(
                    event,
                    origin=last.origin + t * (event.origin - last.origin),
                    direction=_unit(last.direction + t * (event.direction - last.direction)),
                    pressure=last.pressure + t * (event.pressure - last.pressure),
                )
                found = ctx.pick(between)
                if found is not None:
                    out.append((found, between, way))
                at += step
            travelled = length - (at - step)
        ctx.travelled = travelled
        last, last_hit, last_ground = event, hit, ctx.ground(hit)


def dab_stroke(
    ctx: StrokeContext,
    name: str,
    touch: Callable[[StrokeContext, Dab], None],
    shifted: Callable[[StrokeContext, Dab], None] | None = None,
) -> Stroke:
    """A stroke of dabs: the common body of most tools.

    Parameters
    ----------
    ctx : StrokeContext
    name : str
        Of the edit.
    touch : callable (ctx, dab)
        Carries out one dab, both sides.
    shifted : callable, optional
        Used instead of `touch` while Shift is held.
    """
    dabs = even_dabs(ctx)
    next(dabs)
    before: DoubleArray | None = None
    chance = np.random.default_rng(ctx.seed)
    try:
        while True:
            event = yield
            for hit, sample, along in dabs.send(event):
                ground = ctx.ground(hit)
                if before is not None:
                    ctx.gone += float(np.linalg.norm(ground - before))
                before = ground
                if (
                    sample.phase == "press"
                    and ctx.stamp is not None
                    and ctx.settings.stamp_turn == "stroke"
                    and sample.radius is None
                ):
                    continue  # nobody knows yet which way the stamp turns
                strewn = _strewn(ctx, hit, sample, chance)
                if strewn is not None:
                    use = shifted if sample.shift and shifted is not None else touch
                    use(ctx, _dab(ctx, strewn, sample, along, chance))
            ctx.tell()
            if event.phase == "release":
                ctx.finish(name)
                return
    except BaseException:  # cancelled, or an error of ours
        ctx.abort()
        raise


def _strewn(ctx: StrokeContext, hit: Hit, sample: PointerEvent, chance: np.random.Generator) -> Hit | None:
    """A place beside a hit, if dabs are scattered; None if there is no clay."""
    far = ctx.settings.scatter * ctx.settings.size * ctx.settings.pressed("scatter", sample.pressure)
    if far <= 0.0:
        return hit
    turn, away = 2.0 * np.pi * chance.random(), far * np.sqrt(chance.random())
    right = across(sample.direction, hit.normal)
    if not right.any():
        right = across(np.array([1.0, 0.0, 0.0]), hit.normal)
    step = away * (np.cos(turn) * right + np.sin(turn) * np.cross(hit.normal, right))
    return ctx.pick(replace(sample, origin=sample.origin + step))


def _dab(ctx: StrokeContext, hit: Hit, sample: PointerEvent, along: DoubleArray, chance: np.random.Generator) -> Dab:
    s, full = ctx.settings, ctx.taper()
    force = s.force(sample.pressure) * (-1.0 if sample.ctrl else 1.0) * full
    radius = (s.radius(sample.pressure) if sample.radius is None else sample.radius) * (
        _THINNEST + (1.0 - _THINNEST) * full
    )
    axis = area_normal(ctx, hit, radius)
    laid = None
    if ctx.stamp is not None and s.stamp_fit == "tool":
        turn = s.stamp_angle + sample.turn + (360.0 * chance.random() if s.stamp_turn == "random" else 0.0)
        right, up = frame(axis, along if s.stamp_turn == "stroke" else np.zeros(3), turn)
        laid = Laid(ctx.stamp, right, up, s.stamp_invert)
    return Dab(hit.point, axis, along, radius, force, s.pinch * s.pressed("pinch", sample.pressure), laid)


def area_normal(ctx: StrokeContext, hit: Hit, radius: float) -> DoubleArray:
    """Unit normal averaged over the inner half of the footprint."""
    s = ctx.piece.surface
    x, y, z, count = _dab_kernels.normals_in_ball(
        s.positions, s.normals, s.leaf_lo, s.leaf_hi, LEAF_SHIFT, hit.point, radius * 0.5, hit.normal
    )
    return hit.normal if count < 4 else _unit(np.array([x, y, z]) + hit.normal)


def _unit(v: DoubleArray) -> DoubleArray:
    length = float(np.linalg.norm(v))
    return v / length if length > 0 else v


#: Works out the steps of some rows for one dab: (ctx, rows, weights, dab) -> (k, 3) float32.
Displace = Callable[[StrokeContext, IndexArray, FloatArray, Dab], FloatArray]


def footprint(ctx: StrokeContext, dab: Dab, rows: IndexArray | None = None) -> tuple[IndexArray, FloatArray]:
    """Rows under a dab and their weights."""
    surface = ctx.piece.surface
    if rows is None:
        rows = surface.rows_in_ball(dab.centre, dab.radius)
    way = ctx.along_surface(rows, dab) if ctx.settings.connected else _NO_WAY
    held = surface.mask if ctx.channel != "mask" else _NOT_HELD
    return rows, weighed(ctx, dab, rows, surface.positions, surface.normals, held, way)


def weighed(
    ctx: StrokeContext,
    dab: Dab,
    rows: IndexArray,
    positions: FloatArray,
    normals: FloatArray,
    mask: ByteArray,
    way: DoubleArray = _NO_WAY,
) -> FloatArray:
    """Weights (k,) of rows of places (n, 3) mm, with normals (n, 3) and masks (n, 1), under a dab.

    `way` (k,), mm, are distances from its centre that count instead of the straight ones, if given.
    """
    weights = np.empty(len(rows), np.float32)
    _dab_kernels.weigh(
        rows,
        positions,
        normals,
        mask,
        dab.centre,
        dab.axis,
        dab.radius,
        falloff.curve(ctx.settings.falloff),
        way,
        ctx.settings.front,
        weights,
    )
    if dab.laid is not None:
        dab.laid.weigh(rows, positions, dab.centre, dab.radius, weights)
    elif ctx.stamp is not None and ctx.settings.stamp_fit == "skin":
        s = ctx.settings
        spread(
            ctx.stamp,
            positions[rows],
            normals[rows],
            weights,
            width=s.stamp_scale,
            angle=s.stamp_angle,
            invert=s.stamp_invert,
            mirrored=dab.flipped,
        )
    if ctx.through is not None:
        ctx.through(positions[rows], normals[rows], weights, dab.flipped)
    return weights


def displace(ctx: StrokeContext, dab: Dab, work_out: Displace) -> None:
    """Carry out a dab of a tool that moves clay, and its mirror image.

    Where both images reach the same rows, near the midline, their steps are worked out from the
    same state, added, and scaled so that together they are as strong as the stronger one: the
    middle gets neither ridge nor gap, and a row at x = 0 stays there.
    """
    if not ctx.symmetry:
        rows, weights = footprint(ctx, dab)
        ctx.move_rows(rows, work_out(ctx, rows, weights, dab))
        return
    twin = dab.mirrored()
    if abs(dab.centre[0]) >= dab.radius:
        for one in (dab,) if ctx.twins is not None else (dab, twin):
            rows, weights = footprint(ctx, one)
            ctx.move_rows(rows, work_out(ctx, rows, weights, one))
        return
    surface = ctx.piece.surface
    rows = np.union1d(
        surface.rows_in_ball(dab.centre, dab.radius), surface.rows_in_ball(twin.centre, dab.radius)
    ).astype(np.int32)
    if ctx.twins is not None:
        rows = one_of_each(rows, surface.positions, ctx.twins)
    _, wa = footprint(ctx, dab, rows)
    _, wb = footprint(ctx, twin, rows)
    steps = work_out(ctx, rows, wa, dab) + work_out(ctx, rows, wb, twin)
    ctx.move_rows(rows, steps * shared_scale(wa, wb)[:, None])


def footprint_plane(
    ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab
) -> tuple[DoubleArray, DoubleArray]:
    """Mean place and normal of what lies under a dab."""
    surface = ctx.piece.surface
    total = _dab_kernels.plane_of(rows, surface.positions, surface.normals, weights)
    if total[6] < 1e-9:
        return dab.centre, dab.axis
    axis = _unit(total[3:6])
    return total[:3] / total[6], axis if axis @ dab.axis > 0 else dab.axis


def middle(positions: FloatArray, rows: IndexArray, weights: FloatArray, centre: DoubleArray) -> DoubleArray:
    """Mean place of what lies in the middle of a dab, (3,) mm: it does not jump from facet to facet as a hit does."""
    near = weights**6
    total = float(near.sum())
    return centre if total < 1e-6 else np.asarray(near @ positions[rows] / total, np.float64)


def across(along: DoubleArray, axis: DoubleArray) -> DoubleArray:
    """The unit direction of a stroke square to an axis; zero at the stroke's start."""
    return _unit(along - (along @ axis) * axis) if along.any() else np.zeros(3)


def shared_scale(wa: FloatArray, wb: FloatArray) -> FloatArray:
    """Scale for steps of two overlapping dabs: the stronger weight over the sum."""
    total = wa + wb
    out: FloatArray = np.where(total > 1e-9, np.maximum(wa, wb) / np.maximum(total, 1e-9), 1.0).astype(np.float32)
    return out
