"""What the pointer does on the clay: strokes, calipers, landmarks, picking a colour."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from PyQt6.QtCore import QPointF, Qt

from yewfinch.core.document import adapting, layers, states
from yewfinch.core.document.edits import Change, Edit
from yewfinch.core.document.piece import Piece
from yewfinch.core.mesh.anchors import Anchor, anchor
from yewfinch.core.mesh.pick import Hit
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sitter.calipers import Caliper, Kind

if TYPE_CHECKING:
    from yewfinch.app.armature_hands import ArmatureHands
    from yewfinch.app.joint_hands import JointHands
    from yewfinch.app.outline_hands import OutlineHands
    from yewfinch.app.part_hands import PartHands
    from yewfinch.app.place_hands import PlaceHands
    from yewfinch.app.solid_hands import SolidHands
    from yewfinch.app.viewport import Viewport

#: How near in pixels a landmark must be to be taken hold of.
REACH = 12.0

#: What follows from a stroke once it has ended.
After = Callable[[Edit], Sequence[Change]]

_NEEDED: dict[str, int] = {"distance": 2, "surface": 2, "angle": 3}
_KINDS: dict[str, Kind] = {"distance": "distance", "surface": "surface", "angle": "angle"}


class Hands:
    """Turns pointer input on the viewport into edits."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport = viewport
        self._stroke: Stroke | None = None
        self._landmark: str | None = None
        self._landmark_before: dict[str, Anchor] = {}

    @property
    def busy(self) -> bool:
        """Is something under way?"""
        return self._stroke is not None or self._landmark is not None or self._other() is not None

    def _other(self) -> JointHands | ArmatureHands | PartHands | SolidHands | OutlineHands | PlaceHands | None:
        """The hands of another mode, if they hold something."""
        view = self.viewport
        for hands in (view.joint_hands, view.armature_hands, view.part_hands, view.solid_hands, view.outline_hands, view.place_hands):
            if hands.busy:
                return hands
        return None

    def press(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> bool:
        """Begin; returns False if the press is for the view."""
        bench = self.viewport.bench
        if bench.mode == "landmark":
            return self._take_landmark(at)
        if bench.mode == "pick photo":
            return self._pick_from_photo(at)
        if bench.mode == "sheet":
            return self._mark_sheet(at)
        if bench.mode == "pose":
            return self.viewport.joint_hands.press(at, mods)
        if bench.mode == "part":
            return self.viewport.part_hands.press(at)
        if bench.mode == "solid":
            return self.viewport.solid_hands.press(at)
        if bench.mode == "place":
            return self.viewport.place_hands.press(at, mods)
        if bench.mode == "outline":
            return self.viewport.outline_hands.press(at, mods)
        if bench.mode == "armature":
            return self.viewport.armature_hands.press(at, mods)
        found = self.viewport.look_at(at)
        if found is None:
            return False
        hit, piece_id = found
        if bench.mode == "pick colour":
            colour = bench.portrait.surface(piece_id).colour[list(hit.corners), :3]
            mixed = (hit.weights @ colour + 0.5).astype(int)
            bench.set_colour((int(mixed[0]), int(mixed[1]), int(mixed[2])))
            bench.set_mode("tool")
            return True
        if bench.mode in _NEEDED:
            self._caliper(hit, piece_id)
            return True
        piece = bench.portrait.pieces[piece_id]
        if piece.locked:
            bench.say(f"{piece.name} is locked. Unlock it in the list of pieces.", "warn")
            return True
        if piece.armature is not None:
            bench.say(f"{piece.name} is an armature: clothe it into clay first (panel Armature), or move its balls (N).", "warn")
            return True
        if piece.solid is not None:
            bench.choose_piece(piece_id)
            bench.say(f"{piece.name} is a solid: settle it into clay first (panel Solids), or move it (U).", "warn")
            return True
        bench.choose_piece(piece_id)
        posed = bench.portrait.posed
        lopsided = posed is not None and posed.on and not posed.pose.symmetric
        if lopsided and bench.symmetry:
            bench.say("The pose is lopsided, so this stroke is on one side only. Take the pose off (Shift+H) for both.", "note")
        layered = self._layered(piece)
        if layered is None:
            return True
        after, reference = layered
        context = StrokeContext(
            bench.portrait, piece, bench.tool_settings, bench.symmetry and not lopsided, bench.rgb, bench.tool.channel,
            after or self._adapting(piece_id, hit.point, bench.symmetry and not lopsided), reference,
        )
        self._stroke = bench.tool.make(context)
        next(self._stroke)
        self._send(at, pressure, mods, "press")
        return True

    def _layered(self, piece: Piece) -> tuple[After | None, Callable[[IndexArray], FloatArray] | None] | None:
        """What takes a stroke over into the chosen layer, and what the tool works towards; None if there can be no stroke."""
        bench = self.viewport.bench
        portrait, needs = bench.portrait, bench.tool.needs
        key = bench.layer_of.get(piece.id, "")
        if bench.tool.channel != "positions":
            return None, None
        why = layers.ready(portrait, piece, key) if key else ""
        if needs == "layer" and not key:
            why = "Choose a form layer in the panel Form layers first: this tool takes it away where you draw."
        reference: Callable[[IndexArray], FloatArray] | None = None
        if needs == "state":
            try:
                state = states.state_of(portrait, piece.id, bench.state_of.get(piece.id, ""))
                if state.faces is not piece.surface.faces:
                    why = f"The state '{state.name}' was stored at level {state.level + 1}, or with other faces. Go there first."
                reference = state.positions.__getitem__
            except YewfinchError as error:
                why = f"{error} They are in the panel Form layers."
        if why:
            bench.say(why, "warn")
            return None
        if needs == "layer":
            reference = layers.without(portrait, piece, key)
        if not key:
            if bench.adaptive.on and layers.stack_of(portrait, piece).layers:
                bench.say("Clay with form layers keeps its faces: strokes do not adapt the detail here.", "note")
                return lambda _edit: (), reference
            return None, reference
        return lambda edit: layers.after_stroke(portrait, piece.id, key, edit), reference

    def _adapting(self, piece: str, point: DoubleArray, symmetric: bool) -> After | None:
        """What brings the edges under a stroke to their length once it has ended."""
        bench = self.viewport.bench
        if not bench.adaptive.on or bench.tool.channel != "positions":
            return None
        edge = bench.adaptive.edge(bench.tool_settings.size, self.viewport.camera().mm_per_pixel(point))

        def after(edit: Edit) -> Sequence[Change]:
            try:
                return adapting.refined(bench.portrait, piece, edit, edge, symmetric)
            except YewfinchError as error:
                bench.say(str(error), "warn")
                return ()

        return after

    def move(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """Go on."""
        if self._landmark is not None:
            self._drag_landmark(at)
        elif (other := self._other()) is not None:
            if other is self.viewport.solid_hands or other is self.viewport.place_hands:
                other.move(at, mods)  # type: ignore[call-arg]
            else:
                other.move(at)  # type: ignore[call-arg]
        else:
            self._send(at, pressure, mods, "move")

    def release(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier) -> None:
        """End."""
        if self._landmark is not None:
            self._drop_landmark()
            return
        if (other := self._other()) is not None:
            other.release()
            self.viewport.stroke_ended.emit()
            return
        self._send(at, pressure, mods, "release")
        self._stroke = None
        self.viewport.stroke_ended.emit()

    def cancel(self) -> None:
        """Take back what is under way."""
        if (other := self._other()) is not None:
            other.cancel()
        if self._stroke is not None:
            self._stroke.close()
            self._stroke = None
        if self._landmark is not None:
            self.viewport.bench.portrait.anchors = self._landmark_before
            self._landmark = None
            self.viewport.bench.view_changed.emit()

    def _send(self, at: QPointF, pressure: float, mods: Qt.KeyboardModifier, phase: str) -> None:
        if self._stroke is None:
            return
        origin, direction = self.viewport.camera().ray(at.x(), at.y())
        event = PointerEvent(
            phase,  # type: ignore[arg-type]
            origin,
            direction,
            pressure,
            bool(mods & Qt.KeyboardModifier.ShiftModifier),
            bool(mods & Qt.KeyboardModifier.ControlModifier),
        )
        try:
            self._stroke.send(event)
        except StopIteration:
            self._stroke = None

    def _pick_from_photo(self, at: QPointF) -> bool:
        viewport = self.viewport
        bench, photo, box = viewport.bench, viewport.bench.standing_photo(), viewport.photo_box()
        if photo is None or not box.contains(at):
            bench.say("Click inside a photo that you stand at.", "warn")
            return True
        image = viewport.photos.image(bench.portrait.sitter, photo)
        x = int((at.x() - box.left()) / box.width() * image.width())
        y = int((at.y() - box.top()) / box.height() * image.height())
        c = image.pixelColor(min(x, image.width() - 1), min(y, image.height() - 1))
        bench.set_colour((c.red(), c.green(), c.blue()))
        bench.set_mode("tool")
        return True

    def _mark_sheet(self, at: QPointF) -> bool:
        bench = self.viewport.bench
        sheet = self.viewport.shown_sheet()
        if sheet is None:
            bench.say("Turn to the view of a design sheet first.", "warn")
            return True
        left, top, width, _ = sheet.box(self.viewport.camera())
        s = sheet.width / width
        x, y = (at.x() - left) * s, (at.y() - top) * s
        if not (0 <= x <= sheet.width and 0 <= y <= sheet.height):
            bench.say("Click inside the sheet.", "warn")
            return True
        marked = sheet.marked((x, y))
        sitter = bench.portrait.sitter
        sheets = tuple(marked if q.id == sheet.id else q for q in sitter.sheets)
        bench.portrait.set_field("sitter", replace(sitter, sheets=sheets), "Mark the design sheet")
        if len(marked.marks) == 2:
            bench.set_mode("tool")
        return True

    # --- calipers ------------------------------------------------------------------------

    def _caliper(self, hit: Hit, piece_id: str) -> None:
        bench = self.viewport.bench
        kind = _KINDS[bench.mode]
        if kind == "surface" and bench.held and bench.held[0].piece != piece_id:
            bench.say("Both points of a distance along the surface lie on the same piece.", "warn")
            return
        bench.held = (*bench.held, anchor(piece_id, hit))
        if len(bench.held) == _NEEDED[bench.mode]:
            caliper = Caliper(kind, bench.held)
            bench.held = ()
            names = {"distance": "distance", "surface": "distance along the surface", "angle": "angle"}
            bench.portrait.set_field(
                "calipers", (*bench.portrait.calipers, caliper), f"Measure {names[kind]}"
            )
        self.viewport.update()

    # --- landmarks -----------------------------------------------------------------------

    def _take_landmark(self, at: QPointF) -> bool:
        bench = self.viewport.bench
        key = self.landmark_near(at)
        if key is None:
            found = self.viewport.look_at(at)
            chosen = bench.landmark
            if found is None or chosen is None or chosen in bench.portrait.anchors:
                return False
            anchors = {**bench.portrait.anchors, chosen: anchor(found[1], found[0])}
            bench.portrait.set_field("anchors", anchors, "Place landmark")
            return True
        bench.choose_landmark(key)
        self._landmark = key
        self._landmark_before = bench.portrait.anchors
        return True

    def landmark_near(self, at: QPointF) -> str | None:
        """Key of the landmark on the clay nearest to a point, within reach and facing the eye."""
        viewport = self.viewport
        camera = viewport.camera()
        best: tuple[float, str] | None = None
        for key, point in viewport.bench.portrait.landmarks().items():
            x, y = camera.project(point)[0]
            gap = float(((x - at.x()) ** 2 + (y - at.y()) ** 2) ** 0.5)
            if gap < REACH and (best is None or gap < best[0]) and viewport_sees(viewport, point):
                best = (gap, key)
        return None if best is None else best[1]

    def _drag_landmark(self, at: QPointF) -> None:
        found = self.viewport.look_at(at)
        if found is None or self._landmark is None:
            return
        bench = self.viewport.bench
        bench.portrait.anchors = {
            **bench.portrait.anchors, self._landmark: anchor(found[1], found[0])
        }  # fmt: skip
        self.viewport.update()

    def _drop_landmark(self) -> None:
        bench = self.viewport.bench
        after, key = bench.portrait.anchors, self._landmark
        bench.portrait.anchors = self._landmark_before
        self._landmark = None
        if after != self._landmark_before and key is not None:
            from yewfinch.core.anatomy.landmarks import LANDMARKS

            bench.portrait.set_field("anchors", after, f"Move {LANDMARKS[key].plain}")


def viewport_sees(viewport: Viewport, point: object) -> bool:
    """Is a point of the surface in sight, or hidden behind clay?"""
    import numpy as np

    p = np.asarray(point, float)
    x, y = viewport.camera().project(p)[0]
    if not np.isfinite([x, y]).all():
        return False
    found = viewport.look_at(QPointF(float(x), float(y)))
    return found is None or float(np.linalg.norm(found[0].point - p)) < 3.0
