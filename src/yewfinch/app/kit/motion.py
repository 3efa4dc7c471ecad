"""Motion of the bench that nobody asked for: menus that fade, lists that roll out, a cursor that blinks."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QApplication

_EFFECTS = (
    Qt.UIEffect.UI_AnimateMenu,
    Qt.UIEffect.UI_FadeMenu,
    Qt.UIEffect.UI_AnimateCombo,
    Qt.UIEffect.UI_AnimateTooltip,
    Qt.UIEffect.UI_FadeTooltip,
)
_usual: dict[str, int] = {}


def set_calm(app: QApplication, on: bool) -> None:
    """Let nothing move by itself, or as the system has it.

    Parameters
    ----------
    app : QApplication
    on : bool
    """
    _usual.setdefault("flash", app.cursorFlashTime())
    for effect in _EFFECTS:
        _usual.setdefault(effect.name, int(app.isEffectEnabled(effect)))
        app.setEffectEnabled(effect, not on and bool(_usual[effect.name]))
    app.setCursorFlashTime(0 if on else _usual["flash"])
