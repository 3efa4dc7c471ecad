"""The state of the bench: portrait, tool, view and standpoint. No Qt here; panels listen to it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal

from psygnal import Signal

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.stamps import Stamp
from yewfinch.core.sculpt.stencil import Stencil
from yewfinch.core.sculpt.tool_settings import SIZE_RANGE, ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.sculpt.toolbox import tool, tools
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.show.looking import Looking
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.alignment import AS_IS, Alignment, align
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.joint import stamp
from yewfinch.core.sitter.likeness import Likeness, Offset, likeness
from yewfinch.core.sitter.photo import Certainty, Photo, Sitter

Stage = Literal["Sitter", "Block", "Form", "Features", "Skin", "Show"]
STAGES: tuple[Stage, ...] = ("Sitter", "Block", "Form", "Features", "Skin", "Show")

#: What the pointer does on the clay: "tool", or the id of a mode that some room declares.
Mode = str


#: How photo and clay are laid over each other.
OverlayMode = Literal["photo", "difference", "outline", "edges"]
OVERLAYS: dict[OverlayMode, str] = {
    "photo": "photo over clay", "difference": "difference", "outline": "clay's outline on the photo",
    "edges": "photo's edges on the clay",
}  # fmt: skip


@dataclass(frozen=True)
class Overlay:
    """How the photo lies over the clay at a standpoint.

    Attributes
    ----------
    opacity : float
    mode : str
        A key of `OVERLAYS`.
    wipe : float or None
        Where the wipe line is, 0 to 1 across the photo, square to the line; None without one.
    angle : float
        Degrees by which the wipe line is turned clockwise from upright.
    blink : bool
    """

    opacity: float = 0.5
    mode: OverlayMode = "photo"
    wipe: float | None = None
    angle: float = 0.0
    blink: bool = False


@dataclass(frozen=True)
class Adaptive:
    """Whether strokes bring the edges under them to a length, and which.

    Attributes
    ----------
    on : bool
    rule : {"length", "tool", "view"}
        A length in mm; a part of the tool's size; so many pixels of the view.
    length : float, mm
    part : float
        Edges across the tool.
    pixels : float
    """

    on: bool = False
    rule: Literal["length", "tool", "view"] = "length"
    length: float = 2.0
    part: float = 12.0
    pixels: float = 6.0

    def edge(self, size: float, mm_per_pixel: float) -> float:
        """The length, mm, for a tool of a size (mm) at a place of the view."""
        return {"length": self.length, "tool": size / self.part, "view": self.pixels * mm_per_pixel}[self.rule]


#: What steps are called by what they change of the stencil.
_STENCIL_STEPS = {"at": "Move the stencil", "width": "Size the stencil", "angle": "Turn the stencil", "warp": "Warp the stencil"}


class Bench:
    """Everything the window shows that is not in the document.

    Signals
    -------
    portrait_changed : () another document is open
    tool_changed, view_changed, stage_changed, mode_changed, piece_changed, colour_changed,
    overlay_changed : ()
    said : (str, str) a sentence for the status line, and "note", "warn" or "error"
    """

    portrait_changed = Signal()
    tool_changed = Signal()
    view_changed = Signal()
    stage_changed = Signal()
    mode_changed = Signal()
    piece_changed = Signal()
    colour_changed = Signal()
    overlay_changed = Signal()
    said = Signal(str, str)

    def __init__(self, portrait: Portrait) -> None:
        self.portrait = portrait
        self.stage: Stage = "Form"
        self.tool_id = "clay"
        self.settings: dict[str, ToolSettings] = {t.id: t.settings for t in tools()}
        self.symmetry = True
        self.adaptive = Adaptive()
        self.mode: Mode = "tool"
        self.view = View()
        self.standing: str | None = None
        self.overlay = Overlay()
        self.looking = Looking()
        #: Whether tools work through the stencil.
        self.stencil_on = True
        #: What is being changed of the stencil: more of it becomes one step with it.
        self._stencil_edit: LiveEdit | None = None
        #: Surfaces that are drawn in the place of pieces' own, while something is tried.
        self.instead: dict[str, Surface] = {}
        #: Clay to sitter, as it was when the standpoint was taken: the view rests while one models.
        self.alignment: Alignment = AS_IS
        #: Whether likeness leaves size out; None: unless the sitter's size was measured.
        self.scaled: bool | None = None
        self._likeness: tuple[object, Likeness | None, tuple[object, ...]] | None = None
        self.rgb: tuple[int, int, int] = (196, 120, 100)
        self.piece_id = next(iter(portrait.pieces), "")
        #: Further pieces that are chosen besides.
        self.also: tuple[str, ...] = ()
        self.landmark: str | None = None
        #: The joint whose moves the pose panel shows.
        self.joint = "head"
        #: The tissue-depth peg that is brought out.
        self.peg: str | None = None
        self.show_landmarks = False
        self._stamp: tuple[Sitter, str] | None = None
        self.show_arrows = False
        self.show_fringes = True
        #: Photo laid onto the clay: its id, "*" for all, None for none.
        self.projection: str | None = None
        self.projection_strength = 0.6
        self.projection_alignment: Alignment = AS_IS
        self.held: tuple[Anchor, ...] = ()
        #: The form layer that strokes go on, and the stored state that is chosen, of each piece; none: the form itself.
        self.layer_of: dict[str, str] = {}
        self.state_of: dict[str, str] = {}
        #: Piece and row that the pointer was last pressed on.
        self.last_hit: tuple[str, int] | None = None

    # --- document ------------------------------------------------------------------------

    def open(self, portrait: Portrait) -> None:
        """Show another portrait."""
        self.portrait.history.close()
        self.portrait = portrait
        self.piece_id, self.also = next(iter(portrait.pieces), ""), ()
        self.last_hit = None
        self.standing = None
        self.landmark = self.peg = None
        self.held = ()
        self.projection = None
        self.scaled = None
        self.layer_of, self.state_of = {}, {}
        self.instead = {}
        self.mode = "tool"
        self._stencil_edit = None
        self.portrait_changed.emit()
        for signal in (self.mode_changed, self.view_changed, self.piece_changed):
            signal.emit()

    # --- tool ----------------------------------------------------------------------------

    @property
    def tool(self) -> ToolSpec:
        """The tool in hand."""
        return tool(self.tool_id)

    @property
    def tool_settings(self) -> ToolSettings:
        """Settings of the tool in hand."""
        return self.settings[self.tool_id]

    def take_tool(self, tool_id: str) -> None:
        """Take a tool in hand."""
        self.tool_id = tool(tool_id).id
        self.set_mode("tool")
        self.tool_changed.emit()

    def set_tool(self, **changes: Any) -> None:
        """Change settings of the tool in hand; the size is kept within its limits."""
        if "size" in changes:
            changes["size"] = float(min(max(changes["size"], SIZE_RANGE[0]), SIZE_RANGE[1]))
        self.settings[self.tool_id] = self.tool_settings.changed(**changes)
        self.tool_changed.emit()

    def set_symmetry(self, on: bool) -> None:
        """Mirror strokes across the sagittal plane, or not."""
        self.symmetry = on
        self.tool_changed.emit()

    def set_adaptive(self, **changes: Any) -> None:
        """Change whether and how strokes adapt the detail."""
        self.adaptive = replace(self.adaptive, **changes)
        self.tool_changed.emit()

    def set_mode(self, mode: Mode) -> None:
        """What the pointer does on the clay."""
        self.mode = mode
        self.held = ()
        self.mode_changed.emit()

    def toggle_mode(self, mode: Mode) -> None:
        """Take a mode, or leave it for the tool."""
        self.set_mode("tool" if self.mode == mode else mode)

    def set_stage(self, stage: Stage) -> None:
        """Lay out the bench for a stage."""
        self.stage = stage
        self.stage_changed.emit()

    def set_colour(self, rgb: tuple[int, int, int]) -> None:
        """The colour of the paint tool, sRGB 8 bit."""
        self.rgb = rgb
        self.colour_changed.emit()

    def choose_piece(self, piece_id: str, also: tuple[str, ...] = ()) -> None:
        """The piece that fills and menus act on, and others that are moved and arranged along with it."""
        chosen = piece_id, tuple(k for k in also if k != piece_id)
        if chosen != (self.piece_id, self.also):
            self.piece_id, self.also = chosen
            self.piece_changed.emit()

    @property
    def chosen(self) -> tuple[str, ...]:
        """All chosen pieces that there are, the first one first."""
        return tuple(k for k in (self.piece_id, *self.also) if k in self.portrait.pieces)

    def choose_layer(self, piece: str, key: str) -> None:
        """The form layer of a piece that strokes go on; none for the form itself."""
        self.layer_of[piece] = key
        self.piece_changed.emit()

    def choose_state(self, piece: str, key: str) -> None:
        """The stored state of a piece that tools and buttons mean."""
        self.state_of[piece] = key
        self.piece_changed.emit()

    def choose_landmark(self, key: str | None) -> None:
        """Bring out one landmark."""
        self.landmark = key
        self.view_changed.emit()

    def choose_peg(self, key: str | None) -> None:
        """Bring out one tissue-depth peg."""
        self.peg = key
        self.view_changed.emit()

    def choose_joint(self, key: str) -> None:
        """The joint whose moves are at hand."""
        self.joint = key
        self.view_changed.emit()

    def set_looking(self, **changes: Any) -> None:
        """Show the clay in another way."""
        self.looking = replace(self.looking, **changes)
        self.view_changed.emit()

    def show_instead(self, surfaces: dict[str, Surface]) -> None:
        """Draw other surfaces in the place of pieces' own; nothing of the portrait changes."""
        self.instead = surfaces
        self.view_changed.emit()

    def set_stencil(self, stamp: Stamp | None = None, on: bool | None = None, **changes: Any) -> None:
        """Lay a stamp over the view as a stencil, or change how it lies there."""
        now = self.stencil
        if stamp is not None:
            now = Stencil(stamp) if now is None else now.changed(stamp=stamp)
        if on is not None:
            self.stencil_on = on
        if changes and now is not None:
            now = now.changed(**changes)
        if now is not self.stencil:
            self._put_stencil(now, "Lay a stencil" if stamp is not None else _STENCIL_STEPS.get(next(iter(changes)), "Change the stencil"))
        self.tool_changed.emit()
        self.view_changed.emit()

    @property
    def stencil(self) -> Stencil | None:
        """The stencil over the view."""
        return self.portrait.stencil

    def _put_stencil(self, stencil: Stencil | None, name: str) -> None:
        """As an undoable step; steps of one kind in a row, as while something is dragged, become one."""
        self._stencil_edit = self.portrait.going_on(self._stencil_edit, name)
        self._stencil_edit.update(Edit(name, (FieldChange("stencil", self.portrait.stencil, stencil),)))

    def end_stencil_step(self) -> None:
        """What is done to the stencil from here on is another step."""
        self._stencil_edit = None

    def cancel_stencil_step(self) -> None:
        """Take back what was done to the stencil since the last step ended."""
        if self._stencil_edit is not None:
            self._stencil_edit.cancel()
        self._stencil_edit = None
        self.view_changed.emit()

    def drop_stencil(self) -> None:
        """Take the stencil away."""
        if self.stencil is not None:
            self._put_stencil(None, "Take the stencil away")
        self.tool_changed.emit()
        self.view_changed.emit()

    def set_show_landmarks(self, on: bool) -> None:
        """Show all landmarks on the clay, or none."""
        self.show_landmarks = on
        self.view_changed.emit()

    def set_show_arrows(self, on: bool) -> None:
        """Show on the clay where its landmarks would have to go."""
        self.show_arrows = on
        self.view_changed.emit()

    def set_projection(self, photo: str | None, strength: float | None = None) -> None:
        """Lay a photo onto the clay, all ("*") or none."""
        self.projection = photo
        self.projection_alignment = self.lay_on()
        if strength is not None:
            self.projection_strength = strength
        self.view_changed.emit()

    def projected(self) -> list[Photo]:
        """The photos that are laid onto the clay."""
        solved = [p for p in self.portrait.sitter.photos if p.standpoint is not None]
        return [p for p in solved if self.projection in ("*", p.id)]

    def set_show_fringes(self, on: bool) -> None:
        """Colour on a photo how far the clay lies from the lines drawn on it."""
        self.show_fringes = on
        self.view_changed.emit()

    # --- view ----------------------------------------------------------------------------

    def set_view(self, view: View) -> None:
        """Look from elsewhere; leaves a standpoint."""
        self.view = view
        if self.standing is not None:
            self.standing = None
            self.overlay_changed.emit()
        self.view_changed.emit()

    def stand_at(self, photo_id: str | None) -> None:
        """Stand where a photo was taken, or leave the standpoint."""
        if photo_id is not None and self.portrait.sitter.photo(photo_id).standpoint is None:
            self.say("This photo has no standpoint yet. Mark landmarks on it first.", "warn")
            return
        self.standing = photo_id
        if photo_id is not None:
            self.alignment = self.lay_on()
        self.overlay_changed.emit()
        self.view_changed.emit()

    def leaves_size_out(self) -> bool:
        """Whether likeness leaves size out: by choice, or because nothing has measured it."""
        return not self.portrait.sitter.size_measured if self.scaled is None else self.scaled

    def set_scaled(self, scaled: bool | None) -> None:
        """Leave size out of likeness, or not."""
        self.scaled = scaled
        if self.standing is not None:
            self.alignment = self.lay_on()
        self.overlay_changed.emit()
        self.view_changed.emit()

    def lay_on(self) -> Alignment:
        """Lay the clay onto the sitter as it is now; as it stands if they share too little."""
        solution = self.portrait.sitter.solution
        if solution is None:
            return AS_IS
        try:
            return align(self.portrait.landmarks(), solution, scaled=self.leaves_size_out())[0]
        except CannotSolveError:
            return AS_IS

    def likeness(self) -> Likeness | None:
        """The clay against the sitter, now; None if it cannot be told.

        It is computed again only when the clay or the sitter has changed.
        """
        portrait = self.portrait
        versions = tuple((k, p.surface.version) for k, p in portrait.pieces.items())
        # the things themselves are kept and compared: a freed one's address may be given again
        held = (portrait, portrait.anchors, portrait.sitter.solution, *(p.surface for p in portrait.pieces.values()))
        key = (versions, self.leaves_size_out())
        old = self._likeness
        if old is None or old[0] != key or len(old[2]) != len(held) or any(a is not b for a, b in zip(old[2], held, strict=True)):
            found = None
            if portrait.sitter.solution is not None:
                try:
                    found = likeness(portrait.landmarks(), portrait.sitter.solution, scaled=self.leaves_size_out())
                except CannotSolveError:
                    found = None
            self._likeness = old = (key, found, held)
        return old[1]

    def best_photo(self, offset: Offset) -> str | None:
        """The photo that sees a landmark and looks most squarely at its offset."""
        solution, found = self.portrait.sitter.solution, self.likeness()
        if solution is None or found is None or not offset.photos:
            return None
        way = offset.vector / max(offset.size, 1e-9)
        best: tuple[float, str] | None = None
        for photo in self.portrait.sitter.photos:
            if photo.id in offset.photos and photo.standpoint is not None:
                across = 1.0 - abs(float(photo.standpoint.camera().rotation[2] @ way))
                if best is None or across > best[0]:
                    best = (across, photo.id)
        return None if best is None else best[1]

    def standing_camera(self) -> Camera | None:
        """The camera of the standpoint that is taken, in the clay's frame, as its photo is framed."""
        photo = self.standing_photo()
        return None if photo is None else self.photo_camera(photo, self.alignment)

    def photo_camera(self, photo: Photo, alignment: Alignment) -> Camera | None:
        """The camera of a photo's standpoint in the clay's frame; None if it has none."""
        if photo.standpoint is None:
            return None
        return framing(photo).camera(alignment.camera(photo.standpoint.camera()))

    def standing_photo(self) -> Photo | None:
        """The photo whose standpoint is taken."""
        if self.standing is None:
            return None
        try:
            photo = self.portrait.sitter.photo(self.standing)
        except KeyError:
            return None
        return photo if photo.standpoint is not None else None

    def set_overlay(self, **changes: Any) -> None:
        """Change how the photo lies over the clay."""
        self.overlay = replace(self.overlay, **changes)
        self.overlay_changed.emit()
        self.view_changed.emit()

    # --- sitter --------------------------------------------------------------------------

    def set_mark(self, photo_id: str, key: str, at: tuple[float, float] | None, name: str) -> None:
        """Place, move or take away a mark, as an undoable edit."""
        self.change_photo(self.portrait.sitter.photo(photo_id).marked(key, at), name)

    def rate(self, photo_id: str, key: str, certainty: Certainty, name: str) -> None:
        """Say how sure a mark is, as an undoable edit."""
        self.change_photo(self.portrait.sitter.photo(photo_id).rated(key, certainty), name)

    def change_photo(self, photo: Photo, name: str) -> None:
        """Put a photo in the place of that with its id, as an undoable edit."""
        self.portrait.set_field("sitter", self.portrait.sitter.replaced(photo), name)

    def take_solution(self, solved: Sitter) -> bool:
        """Take what the joint solve found, unless the marks have changed since."""
        now = self.portrait.sitter
        if solved.solution is None or stamp(now) != solved.solution.stamp:
            return False
        found = {p.id: p.standpoint for p in solved.photos}
        photos = tuple(replace(p, standpoint=found.get(p.id)) for p in now.photos)
        sitter = replace(now, photos=photos, solution=solved.solution)
        self.portrait.set_field("sitter", sitter, "Solve the sitter")
        self.projection_alignment = self.lay_on()
        if self.standing is not None:
            self.alignment = self.lay_on()
            self.overlay_changed.emit()
        return True

    def out_of_date(self) -> bool:
        """Whether marks have changed since the sitter was solved."""
        sitter = self.portrait.sitter
        if self._stamp is None or self._stamp[0] is not sitter:
            self._stamp = (sitter, stamp(sitter))
        return sitter.solution is not None and sitter.solution.stamp != self._stamp[1]

    def say(self, text: str, kind: str = "note") -> None:
        """Put a sentence into the status line."""
        self.said.emit(text, kind)
