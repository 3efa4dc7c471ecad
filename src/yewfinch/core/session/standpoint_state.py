"""The standpoint that is taken, how its photo lies over the clay, and how far the clay is from the sitter."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal

from psygnal import Signal

from yewfinch.core.session.compared import Compared
from yewfinch.core.session.holder import Holder
from yewfinch.core.session.outlook import Outlook
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.alignment import AS_IS, Alignment, align
from yewfinch.core.sitter.digest import digest
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.likeness import Likeness, Offset
from yewfinch.core.sitter.photo import Photo, Sitter

#: How photo and clay are laid over each other.
OverlayMode = Literal["photo", "difference", "outline", "edges"]
OVERLAYS: dict[OverlayMode, str] = {
    "photo": "photo over clay", "difference": "difference", "outline": "outline of the clay",
    "edges": "edges of the photo",
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


class StandpointState:
    """Where one stands among the photos, and the clay against the sitter.

    Signals
    -------
    changed : () another standpoint, or the photo lies otherwise over the clay
    """

    changed = Signal()

    def __init__(self, holder: Holder, outlook: Outlook) -> None:
        self._holder, self._outlook = holder, outlook
        self.photo_id: str | None = None
        self.overlay = Overlay()
        #: Clay to sitter, as it was when the standpoint was taken: the view rests while one models.
        self.alignment: Alignment = AS_IS
        #: Whether likeness leaves size out; None: unless the sitter's size was measured.
        self.scaled: bool | None = None
        #: How far the sitter is taken from the mean of sex and age before the clay is compared: 1 is the sitter.
        self.times = 1.0
        #: Photo laid onto the clay: its id, "*" for all, None for none.
        self.projection: str | None = None
        self.projection_strength = 0.6
        self.projection_alignment: Alignment = AS_IS
        self._compared = Compared(), Compared()
        self._digest: tuple[Sitter, str] | None = None
        outlook.turned.connect(self._leave)

    def forget(self) -> None:
        """Another portrait: nowhere, with no photo on the clay."""
        self.photo_id = self.projection = self.scaled = None
        self._compared = Compared(), Compared()
        self._digest = None
        self.times = 1.0

    def _leave(self) -> None:
        """The view was turned."""
        if self.photo_id is not None:
            self.photo_id = None
            self.changed.emit()

    def take(self, photo_id: str | None) -> None:
        """Stand where a photo was taken, or leave the standpoint."""
        if photo_id is not None and self._holder.portrait.sitter.photo(photo_id).standpoint is None:
            self._holder.say("This photo has no standpoint yet. Mark landmarks on it first.", "warn")
            return
        self.photo_id = photo_id
        if photo_id is not None:
            self.alignment = self.lay_on()
        self.changed.emit()
        self._outlook.changed.emit()

    def leaves_size_out(self) -> bool:
        """Whether likeness leaves size out: by choice, or because nothing has measured it."""
        return not self._holder.portrait.sitter.size_measured if self.scaled is None else self.scaled

    def set_scaled(self, scaled: bool | None) -> None:
        """Leave size out of likeness, or not."""
        self.scaled = scaled
        if self.photo_id is not None:
            self.alignment = self.lay_on()
        self.changed.emit()
        self._outlook.changed.emit()

    def set_times(self, times: float) -> None:
        """Compare the clay with the sitter taken so far from the mean of sex and age."""
        self.times = times
        self.changed.emit()
        self._outlook.changed.emit()

    def lay_on(self) -> Alignment:
        """Lay the clay onto the sitter as it is now; as it stands if they share too little."""
        solution = self._holder.portrait.sitter.solution
        if solution is None:
            return AS_IS
        try:
            return align(self._holder.portrait.landmarks(), solution, scaled=self.leaves_size_out())[0]
        except CannotSolveError:
            return AS_IS

    def likeness(self) -> Likeness | None:
        """The clay against the sitter, now; None if it cannot be told.

        It is computed again only when the clay or the sitter has changed.
        """
        return self._compared[0].of(self._holder.portrait, self.leaves_size_out(), 1.0)

    def compared(self) -> Likeness | None:
        """The same against the sitter as far as it is taken from the mean of sex and age."""
        if self.times == 1.0:
            return self.likeness()
        return self._compared[1].of(self._holder.portrait, self.leaves_size_out(), self.times)

    def best_photo(self, offset: Offset) -> str | None:
        """The photo that sees a landmark and looks most squarely at its offset."""
        solution, found = self._holder.portrait.sitter.solution, self.likeness()
        if solution is None or found is None or not offset.photos:
            return None
        way = offset.vector / max(offset.size, 1e-9)
        best: tuple[float, str] | None = None
        for photo in self._holder.portrait.sitter.photos:
            if photo.id in offset.photos and photo.standpoint is not None:
                across = 1.0 - abs(float(photo.standpoint.camera().rotation[2] @ way))
                if best is None or across > best[0]:
                    best = (across, photo.id)
        return None if best is None else best[1]

    def camera(self) -> Camera | None:
        """The camera of the standpoint that is taken, in the clay's frame, as its photo is framed."""
        photo = self.photo()
        return None if photo is None else self.photo_camera(photo, self.alignment)

    def photo_camera(self, photo: Photo, alignment: Alignment) -> Camera | None:
        """The camera of a photo's standpoint in the clay's frame; None if it has none."""
        if photo.standpoint is None:
            return None
        return framing(photo).camera(alignment.camera(photo.standpoint.camera()))

    def photo(self) -> Photo | None:
        """The photo whose standpoint is taken."""
        if self.photo_id is None:
            return None
        try:
            photo = self._holder.portrait.sitter.photo(self.photo_id)
        except KeyError:
            return None
        return photo if photo.standpoint is not None else None

    def set_overlay(self, **changes: Any) -> None:
        """Change how the photo lies over the clay."""
        self.overlay = replace(self.overlay, **changes)
        self.changed.emit()
        self._outlook.changed.emit()

    def set_projection(self, photo: str | None, strength: float | None = None) -> None:
        """Lay a photo onto the clay, all ("*") or none."""
        self.projection = photo
        self.projection_alignment = self.lay_on()
        if strength is not None:
            self.projection_strength = strength
        self._outlook.changed.emit()

    def projected(self) -> list[Photo]:
        """The photos that are laid onto the clay."""
        solved = [p for p in self._holder.portrait.sitter.photos if p.standpoint is not None]
        return [p for p in solved if self.projection in ("*", p.id)]

    def take_solution(self, solved: Sitter) -> bool:
        """Take what the joint solve found, unless the marks have changed since."""
        now = self._holder.portrait.sitter
        if solved.solution is None or digest(now) != solved.solution.digest:
            return False
        found = {p.id: p.standpoint for p in solved.photos}
        photos = tuple(replace(p, standpoint=found.get(p.id)) for p in now.photos)
        sitter = replace(now, photos=photos, solution=solved.solution)
        self._holder.portrait.set_field("sitter", sitter, "Solve the sitter")
        self.projection_alignment = self.lay_on()
        if self.photo_id is not None:
            self.alignment = self.lay_on()
            self.changed.emit()
        return True

    def out_of_date(self) -> bool:
        """Whether marks have changed since the sitter was solved."""
        sitter = self._holder.portrait.sitter
        if self._digest is None or self._digest[0] is not sitter:
            self._digest = (sitter, digest(sitter))
        return sitter.solution is not None and sitter.solution.digest != self._digest[1]
