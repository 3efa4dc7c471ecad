"""Running strokes: begun, fed, ended; the last one done again with other settings or another tool."""

from __future__ import annotations

import zlib
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from psygnal import Signal
from PyQt6.QtCore import QCoreApplication, QEventLoop, QObject, QTimer

from yewfinch.app.kit.workers import Worker
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.edits import Change
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import adapting, form_layers, states
from yewfinch.core.document.verbs.painting import can_paint_on, in_hand
from yewfinch.core.mesh.repair.topology import is_inside_out
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.reshape.adapt import ROUNDS
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stamps import stamp_of
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext, Through
from yewfinch.core.sculpt.tool_settings import SIZE_RANGE
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: What follows from a stroke once it has ended.
After = Callable[[RowsChange], Sequence[Change]]
#: The detail of clay with more vertices is adapted in a thread; with still more of them not before the stroke has
#: ended.
_AT_ONCE, _AT_ALL = 100_000, 800_000
#: While a stroke adapts the detail it does so again after so many tool sizes.
_LEG = 1.0
#: Pixels that the pointer must go for a size to be drawn out.
_LEAST_PIXELS = 4.0
#: Milliseconds between two dabs of an airbrush that rests.
_REST = 40


@dataclass(frozen=True)
class Drawn:
    """A stroke that can be done again.

    Attributes
    ----------
    piece : str
    point : (3,) float64
        Where it began, mm.
    events : tuple of PointerEvent
    stamp : int
        Of the history after it.
    length : float, mm
    through : callable or None
        The stencil that it went through, from where it was seen.
    """

    piece: str
    point: DoubleArray
    events: tuple[PointerEvent, ...]
    stamp: int
    length: float
    through: Through | None = None


class Strokes(QObject):
    """The stroke under way, and the last one.

    Signals
    -------
    shaped : (tuple of PointerEvent,)
        A stroke has ended whose course can still be changed by knots; these are its events.
    redone : ()
        The last stroke is about to be done again.
    """

    shaped = Signal(object)
    redone = Signal()

    def __init__(self, viewport: Viewport) -> None:
        super().__init__()
        self.viewport, self.bench = viewport, viewport.bench
        self._stroke: Stroke | None = None
        self._context: StrokeContext | None = None
        self._piece, self._point = "", None  # type: str, DoubleArray | None
        self._events: list[PointerEvent] = []
        self.last: Drawn | None = None
        self.last_tool = ""
        self._through: Through | None = None
        self._clock = QTimer(self)
        self._clock.setInterval(_REST)
        self._clock.timeout.connect(self._rest)
        self._due: Callable[[], Sequence[Change]] | None = None
        #: What the stroke under way, or the last one, put into the history; whether it adapts the detail;
        #: how far it had gone when it last did, mm.
        self._steps = self.bench.portrait.steps_from_here()
        self._adapts, self._leg_from, self._in_leg = False, 0.0, False
        #: Events that came while a thread adapts the detail under a leg; None if none does.
        self._waiting: list[PointerEvent] | None = None
        self._worker: Worker | None = None
        self.bench.portrait_changed.connect(self._forget)

    @property
    def piece(self) -> Piece | None:
        """The piece of the stroke under way, or of the last one."""
        return self.bench.portrait.pieces.get(self._piece)

    def is_last(self) -> bool:
        """Whether the last stroke is the last step of the history."""
        return self.last is not None and self.bench.portrait.history.moment == self.last.stamp

    @property
    def busy(self) -> bool:
        """Is one under way?"""
        return self._stroke is not None or self._waiting is not None

    def begin(self, piece: Piece, point: DoubleArray) -> bool:
        """Begin a stroke of the tool in hand; False if there can be none, which is said."""
        if self.adapting() or self._waiting is not None:
            self.wait()
            piece = self.bench.portrait.pieces.get(piece.id, piece)
        context = self._made(piece, point)
        if context is None:
            return False
        self._piece, self._point, self._events = piece.id, point, []
        self._through = context.through
        self._steps, self._leg_from = self.bench.portrait.steps_from_here(), 0.0
        self._start(context)
        if self.bench.tools.tool.dabs and context.settings.airbrush:
            self._clock.start()
        return True

    def adapting(self) -> bool:
        """Whether a thread adapts the detail under the last stroke."""
        return self._worker is not None and self._worker.isRunning()

    def _start(self, context: StrokeContext) -> None:
        self._context = context
        self._stroke = self.bench.tools.tool.make(context)
        next(self._stroke)

    def send(self, event: PointerEvent) -> None:
        """Go on; a release ends it."""
        if self._waiting is not None:
            self._waiting.append(event)
            return
        if self._stroke is None or self._context is None:
            return
        self._events.append(event)
        drawn = self._drawn(event)
        if drawn is not None and event.phase != "press":
            self._again(drawn, None)
        else:
            self._feed(event)
            self._leg(event)
        if event.phase != "release":
            return
        self._clock.stop()
        context = self._context
        if not self._met():
            self._stroke = None
            return
        assert context is not None
        self._join_legs()
        if self.bench.tools.tool.dabs and context.settings.taper_out > 0:  # now that its length is known
            self._due = None
            self.bench.portrait.history.undo()
            self._run(drawn or self._events, context.gone)
        self._remember(drawn or self._events)
        if self.bench.tools.tool.dabs and context.settings.course in ("arc", "curve"):
            self.shaped.emit(tuple(self._events))
        self._adapt()

    def _drawn(self, event: PointerEvent) -> list[PointerEvent] | None:
        """What takes the place of the pointer's own way so far, as the course wants it; None: that way itself."""
        if self._context is None or not self.bench.tools.tool.dabs:
            return None
        first, course = self._events[0], self._context.settings.course
        if course in ("line", "arc"):
            return [first, replace(event, shift=first.shift, ctrl=first.ctrl)]
        if course != "size":
            return None
        assert self._point is not None
        camera = self.viewport.camera()
        depth = float((self._point - event.origin) @ camera.rotation[2]) / max(
            float(event.direction @ camera.rotation[2]), 1e-6
        )
        way = event.origin + depth * event.direction - self._point
        far = float(np.linalg.norm(way))
        if far < _LEAST_PIXELS * camera.mm_per_pixel(self._point):
            return [first, replace(first, phase=event.phase)]
        right, down = camera.rotation[0], camera.rotation[1]
        turn = float(np.degrees(np.arctan2(-float(way @ down), float(way @ right))))
        sized = replace(first, radius=min(max(far, SIZE_RANGE[0] / 2), SIZE_RANGE[1] / 2), turn=turn)
        return [sized, replace(sized, phase=event.phase)]

    def lay(self, events: Sequence[PointerEvent]) -> None:
        """Do the last stroke anew along other events."""
        last = self.last
        if last is None or not self.is_last():
            return
        self.bench.portrait.history.undo()
        self._run(events, None)
        if self._context is not None and self._context.settings.taper_out > 0 and not self._context.recorder.empty:
            length = self._context.gone
            self.bench.portrait.history.undo()
            self._run(events, length)
        if self._context is None or self._context.recorder.empty:  # it met nothing: as it was
            self.bench.portrait.history.redo()
            return
        self._remember(events)
        self._adapt()

    def _feed(self, event: PointerEvent) -> None:
        if self._stroke is None:
            return
        try:
            self._stroke.send(event)
        except StopIteration:
            self._stroke = None

    def _leg(self, event: PointerEvent, *, again: bool = False) -> None:
        """Adapt the detail under the stroke so far and go on from there: legs that become one step when it ends.

        With dense clay this is done in a thread, and what the pointer does meanwhile waits; a stroke that is done again
        has no legs there.
        """
        context = self._context
        if (
            self._stroke is None
            or context is None
            or not self._adapts
            or event.phase == "release"
            or not self.bench.tools.tool.dabs
        ):
            return
        due = context.gone - self._leg_from >= _LEG * context.settings.size and not context.recorder.empty
        count = len(context.piece.surface)
        if not due or context.settings.course != "hand" or count > (_AT_ONCE if again else _AT_ALL):
            return
        self._in_leg = context.going = True
        self._feed(replace(event, phase="release"))
        self._in_leg = False
        if self._due is None:
            self._go_on(event, context)
            return
        self._waiting = []
        self._adapt(lambda: self._leg_done(event, context))

    def _leg_done(self, event: PointerEvent, context: StrokeContext) -> None:
        """Go on with the stroke and do what the pointer did meanwhile."""
        waiting, self._waiting = self._waiting, None
        if waiting is None:  # cancelled
            return
        self._go_on(event, context)
        while waiting:
            event = waiting.pop(0)
            self.send(event)
            if event.phase == "release":
                self.viewport.stroke_ended.emit()
            elif self._waiting is not None:
                self._waiting += waiting
                return

    def _go_on(self, event: PointerEvent, context: StrokeContext) -> None:
        """Begin the next leg where the last one ended."""
        piece = self.bench.portrait.pieces.get(self._piece)
        made = None if piece is None or self._point is None else self._made(piece, self._point)
        if made is None:
            self._stroke = None
            self._join_legs()
            return
        made.gone, made.going_on, made.length, made.through, made.seed = (
            context.gone,
            context.travelled,
            context.length,
            context.through,
            context.seed + 1,
        )
        self._leg_from = context.gone
        self._start(made)
        self._feed(replace(event, phase="press"))

    def _met(self) -> bool:
        """Did the stroke change anything?"""
        return self._context is not None and (not self._context.recorder.empty or self._steps.count > 0)

    def _join_legs(self) -> None:
        self.bench.portrait.announce()
        self._steps.join()

    def _again(self, events: Sequence[PointerEvent], length: float | None) -> None:
        """The stroke anew from its beginning, along other events."""
        if self._stroke is not None:
            self._stroke.close()
        self._run(events, length)

    def _run(self, events: Sequence[PointerEvent], length: float | None) -> None:
        piece = self.bench.portrait.pieces.get(self._piece)
        assert self._point is not None
        context = None if piece is None else self._made(piece, self._point)
        if context is None:
            self._stroke = self._context = None
            return
        context.length, context.through = length, self._through
        self._steps, self._leg_from = self.bench.portrait.steps_from_here(), 0.0
        self._start(context)
        for event in events:
            self._feed(event)
            self._leg(event, again=True)
        if events[-1].phase == "release":
            self._join_legs()

    def _remember(self, events: Sequence[PointerEvent]) -> None:
        if self._context is not None and self._point is not None and self._met():
            self.last = Drawn(
                self._piece,
                self._point,
                tuple(events),
                self.bench.portrait.history.moment,
                self._context.gone,
                self._through,
            )
            self.last_tool = self.bench.tools.tool_id

    def cancel(self) -> None:
        """Take back what is under way."""
        self._clock.stop()
        self._due = None
        if self._waiting is not None and self._worker is not None:
            self._worker.wait()  # it reads the clay
            self._worker.deleteLater()
            self._worker = None
        if self.busy:
            if self._stroke is not None:
                self._stroke.close()
            self._stroke = self._waiting = None
            self._steps.drop()
            self.bench.portrait.announce()

    def _forget(self) -> None:
        """Another portrait is on the bench: nothing here may keep the old one."""
        self.last = self._waiting = self._stroke = self._context = None
        self._steps = self.bench.portrait.steps_from_here()

    def _rest(self) -> None:
        if self._waiting is not None:
            return
        if self._stroke is None or not self._events:
            self._clock.stop()
        elif self._events[-1].phase != "release":
            event = replace(self._events[-1], phase="move", still=True)
            self._events.append(event)
            self._feed(event)

    def redo(self) -> None:
        """Do the last stroke again with the tool in hand and its settings as they are now, in the place of
        what it did.
        """
        self.wait()
        last, bench = self.last, self.bench
        if (
            last is None
            or self.busy
            or last.piece not in bench.portrait.pieces
            or bench.portrait.history.moment != last.stamp
        ):
            bench.say("The last step was no stroke that could be done again.", "note")
            return
        if not bench.tools.tool.dabs and len(last.events) < 2:
            return
        self.redone.emit()
        bench.portrait.history.undo()
        self._piece, self._point, self._events = last.piece, last.point, list(last.events)
        self._through = last.through
        self._run(last.events, last.length)
        if not self._met():
            bench.portrait.history.redo()
            return
        self._remember(last.events)
        self._adapt()
        self.viewport.stroke_ended.emit()
        bench.say(phrase("The stroke again, as {0}.", bench.tools.tool.title), "note")

    # --- what a stroke works on --------------------------------------------------------------

    def _made(self, piece: Piece, point: DoubleArray) -> StrokeContext | None:
        bench = self.bench
        posed = bench.portrait.posed
        lopsided = posed is not None and posed.on and not posed.pose.symmetric
        if lopsided and bench.tools.symmetry:
            bench.say(
                "The pose is lopsided, so this stroke is on one side only. Take the pose off (Shift+H) for both.",
                "note",
            )
        symmetric = bench.tools.symmetry and not lopsided
        if bench.tools.tool.channel == "positions" and is_inside_out(piece.surface):
            bench.say(
                phrase(
                    "{0} is inside out: what lays clay on takes it away. 'Mend the chosen piece' in the "
                    "panel Mend and reduce turns it round.",
                    piece.name,
                ),
                "warn",
            )
        layered = self._layered(piece)
        if layered is None:
            return None
        after, reference = layered
        settings = bench.tools.settings
        stamp = stamp_of(bench.portrait.stamps, settings.stamp) if settings.stamp and bench.tools.tool.dabs else None
        if settings.stamp and stamp is None:
            bench.say("The stamp of this tool is no longer in the portrait: it works without one.", "note")
            bench.tools.change(stamp="")
        adapting = None if after is not None else self._adapting(piece.id, point, symmetric)
        self._adapts = adapting is not None
        colour_layer = self._colour_layer(piece)
        if colour_layer is None:
            return None
        part, rgb, along = self._lays()
        context = StrokeContext(
            bench.portrait,
            piece,
            settings,
            symmetric,
            rgb if colour_layer else bench.tools.rgb,
            bench.tools.tool.channel,
            after or adapting,
            reference,
            painting=piece.painting if colour_layer else None,
            layer=colour_layer,
            part=part,
            along=along if colour_layer else (),
            kept=bench.tools.kept,
        )
        context.stamp, context.through = stamp, self._stencil()
        context.seed = zlib.crc32(np.round(point, 3).tobytes())  # the same stroke strews the same dabs
        return context

    def _colour_layer(self, piece: Piece) -> str | None:
        """The colour layer that a stroke goes on; empty if on none, None if there can be no stroke."""
        bench, painting = self.bench, piece.painting
        if painting is None or bench.tools.tool.channel not in ("colour", "roughness"):
            return ""
        key = in_hand(painting, bench.selection.colour_layer_of.get(piece.id, ""))
        part, _, along = self._lays()
        why = can_paint_on(painting, key, part=part, pigments=bench.tools.tool.pigments)
        if not why and along:
            why = can_paint_on(painting, key, part=along[0][0])
        if why:
            bench.say(why, "warn")
            return None
        return key

    def _lays(self) -> tuple[str, tuple[int, int, int], tuple[tuple[str, int], ...]]:
        """What strokes on colour layers work on, as which colour, and qualities that go along with their values."""
        tools = self.bench.tools
        if tools.tool.channel == "roughness":
            return "roughness", tools.rgb, ()
        if self.bench.selection.on_colour_mask:
            return "mask", tools.rgb, ()
        first, *rest = tools.lays
        grey = tools.values.get(first, 0)
        return first, tools.rgb if first == "colour" else (grey, grey, grey), tuple((k, tools.values[k]) for k in rest)

    def _stencil(self) -> Through | None:
        """What the stencil lets through, seen from here."""
        stencil, camera = self.bench.portrait.stencil, self.viewport.camera()
        if stencil is None or not self.bench.stencil.on:
            return None
        return lambda points, normals, weights, mirrored: stencil.weigh(
            camera, points, normals, weights, mirrored=mirrored
        )

    def _layered(self, piece: Piece) -> tuple[After | None, Callable[[IndexArray], FloatArray] | None] | None:
        """What takes a stroke over into the chosen layer, and what the tool works towards.

        None if there can be no stroke.
        """
        bench = self.bench
        portrait, needs = bench.portrait, bench.tools.tool.needs
        key = bench.selection.layer_of.get(piece.id, "")
        if not any(v.id == key for s in portrait.layers.get(piece.id, ()) for v in s.layers):
            key = ""  # undone, or gone with its faces
        if bench.tools.tool.channel != "positions":
            return None, None
        why = form_layers.ready(portrait, piece, key) if key else ""
        if needs == "layer" and not key:
            why = "Choose a form layer in the panel Form layers first: this tool takes it away where you draw."
        reference: Callable[[IndexArray], FloatArray] | None = None
        if needs == "state":
            try:
                state = states.state_of(portrait, piece.id, bench.selection.state_of.get(piece.id, ""))
                if state.faces is not piece.surface.faces:
                    why = phrase(
                        "The state '{0}' was stored at level {1}, or with other faces. Go there first.",
                        state.name,
                        state.level + 1,
                    )
                reference = state.positions.__getitem__
            except YewfinchError as error:
                why = phrase("{0} They are in the panel Form layers.", error)
        if why:
            bench.say(why, "warn")
            return None
        if needs == "layer":
            reference = form_layers.without(portrait, piece, key)
        if not key:
            if bench.tools.adaptive.on and form_layers.stack_of(portrait, piece).layers:
                bench.say("Clay with form layers keeps its faces: strokes do not adapt the detail here.", "note")
                return lambda _change: (), reference
            return None, reference
        return lambda change: form_layers.after_stroke(portrait, piece.id, key, change), reference

    def _adapting(self, piece: str, point: DoubleArray, symmetric: bool) -> After | None:
        """What brings the edges under a stroke to their length once it has ended."""
        bench = self.bench
        if not bench.tools.adaptive.on or bench.tools.tool.channel != "positions":
            return None
        edge = bench.tools.adaptive.edge(bench.tools.settings.size, self.viewport.camera().mm_per_pixel(point))

        def after(change: RowsChange) -> Sequence[Change]:
            rounds = 1 if self._in_leg else ROUNDS
            if len(bench.portrait.surface(piece)) > _AT_ONCE:
                self._due = lambda: adapting.refined(bench.portrait, piece, change, edge, symmetric, rounds)
                return ()
            try:
                return adapting.refined(bench.portrait, piece, change, edge, symmetric, rounds)
            except YewfinchError as error:
                bench.say(str(error), "warn")
                return ()

        return after

    def _adapt(self, then: Callable[[], object] | None = None) -> None:
        """Adapt the detail of dense clay in a thread; it becomes part of the stroke's step unless something else was
        done meanwhile.

        Within a stroke `then` goes on with it.
        """
        due, self._due = self._due, None
        if due is None:
            return
        portrait, stamp, surface = (
            self.bench.portrait,
            self.bench.portrait.history.moment,
            self.bench.portrait.surface(self._piece),
        )
        version = surface.version

        worker = Worker(lambda _: due())

        def done(changes: Sequence[Change]) -> None:
            if worker is not self._worker:  # cancelled
                return
            if portrait is not self.bench.portrait or portrait.history.moment != stamp or surface.version != version:
                self._waiting = None
                return
            if changes:
                portrait.append(changes, going=then is not None)
            if then is not None:
                then()
            elif changes:
                if self.last is not None:
                    self.last = replace(self.last, stamp=portrait.history.moment)
                self.viewport.stroke_ended.emit()

        def failed(text: str) -> None:
            self.bench.say(text, "warn")
            if then is not None and worker is self._worker:
                then()

        if self._worker is not None:
            self._worker.wait()
            self._worker.deleteLater()
        self._worker = worker
        worker.done.connect(done)
        worker.failed.connect(failed)
        worker.start()

    def wait(self) -> None:
        """Let what follows from the last stroke be done first."""
        while (self._worker is not None and self._worker.isRunning()) or self._waiting is not None:
            if self._worker is not None:
                self._worker.wait(20)
            QCoreApplication.sendPostedEvents(None, 0)
            QCoreApplication.processEvents(QEventLoop.ProcessEventsFlag.ExcludeUserInputEvents)
        QCoreApplication.sendPostedEvents(None, 0)
        QCoreApplication.processEvents(QEventLoop.ProcessEventsFlag.ExcludeUserInputEvents)
