"""Favourite tools on the keys 1 to 9."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from psygnal import Signal

from yewfinch.app.shell.actions import Action
from yewfinch.core.sculpt.toolbox import tool, tools
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.phrases import phrase


class Favourites:
    """Which tool each number key takes; kept in the settings.

    Signals
    -------
    changed : () a key takes another tool
    """

    changed = Signal()

    def __init__(self, bench: Bench, settings: Settings) -> None:
        self.bench, self.settings = bench, settings

    def tool_of(self, number: int) -> str:
        """The tool on a key from 1 to 9, or an empty word."""
        held = self.settings.favourites
        name = held[number - 1] if number <= len(held) else ""
        return name if name in {t.id for t in tools()} else ""

    def title(self, number: int) -> str:
        """What the tool on a key is called."""
        name = self.tool_of(number)
        return tool(name).title if name else "–"

    def number_of(self, tool_id: str) -> int:
        """The key of a tool, 0 if it has none."""
        return next((i for i in range(1, 10) if self.tool_of(i) == tool_id), 0)

    def put(self, number: int, tool_id: str) -> None:
        """Put a tool on a key; it leaves the one that it was on."""
        held = [("" if t == tool_id else t) for t in self.settings.favourites]
        held += [""] * (9 - len(held))
        held[number - 1] = tool_id
        self.settings.favourites = held
        self.settings.save()
        self.bench.say(phrase("{0} is on the key {1} now.", tool(tool_id).title, number))
        self.changed.emit()

    def put_held(self, number: int) -> None:
        """Put the tool in hand on a key."""
        self.put(number, self.bench.tools.tool_id)

    def take(self, number: int) -> None:
        """Take the tool of a key in hand."""
        name = self.tool_of(number)
        if name:
            self.bench.tools.take(name)
        else:
            self.bench.say(
                phrase("No tool is on the key {0}; Ctrl+{1} puts the one in hand there.", number, number), "warn"
            )


def favourite_keys(favourites: Favourites) -> Iterator[Action]:
    """The actions of the number keys."""
    for i in range(1, 10):
        yield Action(
            f"favourite_{i}",
            phrase("Favourite {0}", i),
            "",
            str(i),
            phrase("Take the tool that is on the key {0}.", i),
            partial(favourites.take, i),
            place=500 + i,
        )
        yield Action(
            f"put_favourite_{i}",
            phrase("Tool in hand onto key {0}", i),
            "",
            f"Ctrl+{i}",
            phrase("Put the tool in hand on the key {0}.", i),
            partial(favourites.put_held, i),
            place=520 + i,
        )
