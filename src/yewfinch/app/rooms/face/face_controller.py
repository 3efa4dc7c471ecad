"""Handles of the face in hand: their numbers, read once for each state of the clay, and changes of them."""

from __future__ import annotations

from collections.abc import Sequence

from yewfinch.app.shell.live_turn import LiveTurn
from yewfinch.core.document.verbs import handles as verbs
from yewfinch.core.document.verbs.exaggerating import usual_person
from yewfinch.core.features.handles.faces import HANDLES, Face
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.solution import Solution

LEFT, RIGHT = 1, -1


class FaceHandles:
    """One for the window.

    Parameters
    ----------
    bench : Bench
    """

    def __init__(self, bench: Bench) -> None:
        self.bench = bench
        #: Which sides of paired handles are changed; the first is shown.
        self.sides: tuple[int, ...] = (LEFT, RIGHT)
        #: The feature whose handles are in the view.
        self.feature = "nose"
        self._turn = LiveTurn(bench, "face")
        self._sitter: tuple[Solution | None, dict[tuple[str, int], tuple[float, float]]] = None, {}
        self._found: tuple[object, Face | None] | None = None

    def face(self) -> Face | None:
        """The face on the clay; None if it has no landmarks for one."""
        portrait = self.bench.portrait
        clay = verbs.clay_of(portrait)
        surface = None if clay is None else portrait.surface(clay)
        key = (id(portrait), clay, id(surface), 0 if surface is None else surface.version, id(portrait.anchors))
        if self._found is None or self._found[0] != key:
            found = verbs.face_of(portrait)
            self._found = key, None if found is None else found[1]
        return self._found[1]

    def sitter(self) -> dict[tuple[str, int], tuple[float, float]]:
        """The sitter's measures and their spread by handle and side."""
        solution = self.bench.portrait.sitter.solution
        if self._sitter[0] is not solution or solution is None:
            self._sitter = solution, verbs.of_sitter(self.bench.portrait)
        return self._sitter[1]

    def sex(self) -> float:
        """Whose norms are shown: 1 a man's, 0 a woman's, or between."""
        return usual_person(self.bench.portrait).sex

    def sides_for(self, key: str) -> tuple[int, ...]:
        """Which sides of a handle are changed."""
        return self.sides if HANDLES[key].paired else (LEFT,)

    def set(self, key: str, value: float) -> None:
        """Bring a handle to a value, soon; until `end` it is one step."""
        sides = self.sides_for(key)
        self._turn.name = phrase("face {0} {1}", key, sides)
        self._turn.turn(lambda: verbs.change(self.bench.portrait, key, sides, value))

    def push(self, key: str, sides: Sequence[int], by: float) -> None:
        """Move a handle by so many mm or degrees, soon; until `end` it is one step."""
        self._turn.name = phrase("face {0} {1}", key, tuple(sides))
        self._turn.turn(lambda: verbs.push(self.bench.portrait, key, sides, by))

    def end(self) -> None:
        """What follows is another step."""
        self._turn.end()

    def cancel(self) -> None:
        """Take back what the handle did since it was taken hold of."""
        self._turn.cancel()
