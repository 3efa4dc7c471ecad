"""The stencil that lies over the view: laid, moved and taken away as undoable steps."""

from __future__ import annotations

from typing import Any

from psygnal import Signal

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.sculpt.stamps import Stamp
from yewfinch.core.sculpt.stencil import Stencil
from yewfinch.core.session.holder import Holder

#: What steps are called by what they change of the stencil.
_STEPS = {
    "at": "Move the stencil",
    "width": "Size the stencil",
    "angle": "Turn the stencil",
    "warp": "Warp the stencil",
}


class StencilState:
    """The portrait's stencil, and whether tools work through it.

    Signals
    -------
    changed : ()
    """

    changed = Signal()

    def __init__(self, holder: Holder) -> None:
        self._holder = holder
        #: Whether tools work through the stencil.
        self.on = True
        #: What is being changed of it: more of it becomes one step with that.
        self._live: LiveEdit | None = None

    @property
    def stencil(self) -> Stencil | None:
        """The stencil over the view."""
        return self._holder.portrait.stencil

    def forget(self) -> None:
        """Another portrait: no step is open."""
        self._live = None

    def change(self, stamp: Stamp | None = None, on: bool | None = None, **changes: Any) -> None:
        """Lay a stamp over the view as a stencil, or change how it lies there."""
        now = self.stencil
        if stamp is not None:
            now = Stencil(stamp) if now is None else now.changed(stamp=stamp)
        if on is not None:
            self.on = on
        if changes and now is not None:
            now = now.changed(**changes)
        if now is not self.stencil:
            self._put(
                now, "Lay a stencil" if stamp is not None else _STEPS.get(next(iter(changes)), "Change the stencil")
            )
        self.changed.emit()

    def _put(self, stencil: Stencil | None, name: str) -> None:
        """Change the stencil as an undoable step; steps of one kind in a row become one."""
        self._live = self._holder.portrait.going_on(self._live, name)
        self._live.update(Edit(name, (FieldChange("stencil", self._holder.portrait.stencil, stencil),)))

    def end_step(self) -> None:
        """What is done to the stencil from here on is another step."""
        self._live = None

    def cancel_step(self) -> None:
        """Take back what was done to the stencil since the last step ended."""
        if self._live is not None:
            self._live.cancel()
        self._live = None
        self.changed.emit()

    def drop(self) -> None:
        """Take the stencil away."""
        if self.stencil is not None:
            self._put(None, "Take the stencil away")
        self.changed.emit()
