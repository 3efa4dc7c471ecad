"""The parts of the bench round the clay: which are shown, folded away singly, or all hidden."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PyQt6.QtWidgets import QWidget

from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.phrases import phrase

#: Parts that fold away singly: title, key, what the key does.
PARTS: dict[str, tuple[str, str, str]] = {
    "wall": ("Sitter wall", "Shift+F2", "Fold the photos away, or bring them back."),
    "strip": ("Tool strip", "Shift+F3", "Fold the strip of tools away, or bring it back."),
    "round": ("Round", "Shift+F4", "Fold the small views away, or bring them back."),
    "inspector": ("Inspector", "Shift+F5", "Fold tool and panels away, or bring them back."),
}
#: Stages in which no tool is wanted first: they show neither the strip nor the tool in hand.
WITHOUT_TOOLS = ("Sitter", "Show")


class Parts:
    """Shows and hides them.

    Parameters
    ----------
    bench : Bench
    settings : Settings
        Keeps which are folded away.
    actions : ActionTable
        For the key that brings a part back.
    widgets : mapping of part to widgets
        Of each of `PARTS`.
    hand : QWidget
        The tool in hand, in the inspector.
    is_alone : callable
        Is a page shown that wants nothing beside it?
    """

    def __init__(
        self,
        bench: Bench,
        settings: Settings,
        actions: ActionTable,
        widgets: dict[str, Sequence[QWidget]],
        hand: QWidget,
        is_alone: Callable[[], bool],
    ) -> None:
        self.bench, self.settings, self.actions = bench, settings, actions
        self._widgets, self._hand, self._is_alone = widgets, hand, is_alone
        self._only_clay = False

    def toggle_all(self) -> None:
        """Only the clay, or everything that is not folded away singly."""
        self._only_clay = not self._only_clay
        self.show()

    def toggle(self, part: str) -> None:
        """Fold a part away, or bring it back; kept for the next start."""
        hidden = self.settings.arrangement.hidden
        if self._only_clay:
            self._only_clay = False
            hidden[:] = [p for p in hidden if p != part]
        elif part in hidden:
            hidden.remove(part)
        else:
            hidden.append(part)
            key = self.actions.key_of(f"part_{part}")
            self.bench.say(phrase("{0}: folded away; {1} brings it back.", PARTS[part][0], key or "the menu View"))
        self.settings.save()
        self.show()

    def show(self) -> None:
        """Show what is not folded away, and in no stage what that does not want."""
        away = set(PARTS) if self._only_clay or self._is_alone() else set(self.settings.arrangement.hidden)
        tools = self.bench.stage not in WITHOUT_TOOLS
        for part, widgets in self._widgets.items():
            for widget in widgets:
                widget.setVisible(part not in away and (tools or part != "strip"))
        self._hand.setVisible(tools)  # in hand all the same, and taken by its key
