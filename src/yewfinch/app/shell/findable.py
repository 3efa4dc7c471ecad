"""All that the find line finds: what the rooms and the shell declare, and what the portrait has."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import Protocol

from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.find_line import Found
from yewfinch.app.shell.inspector import Inspector
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.finding import Thing
from yewfinch.core.shared.phrases import in_a_row, phrase


class Window(Protocol):
    """What finding asks of the main window."""

    bench: Bench
    viewport: Viewport
    inspector: Inspector
    actions_table: ActionTable

    def key_of(self, action_id: str) -> str: ...  # noqa: D102
    def help_titles(self) -> list[str]: ...  # noqa: D102
    def show_help(self, title: str = "") -> None: ...  # noqa: D102


def everything(w: Window) -> Iterator[Found]:
    """What can be found now, and what choosing it does."""
    for action in w.actions_table:
        if action.id == "find":
            continue
        kind = "tool" if action.id.startswith("tool_") else "command"
        yield (
            Thing(kind, action.title.rstrip("…"), action.tip, w.key_of(action.id)),
            partial(_run, w.bench, action.rule, action.run),
        )
    for title in w.inspector.titles():
        stages = in_a_row(", ", w.inspector.stages_of(title))
        yield Thing("panel", title, phrase("Panel of the stages {0}", stages)), partial(show_panel, w, title)
    for key, piece in w.bench.portrait.pieces.items():
        yield Thing("piece", piece.name, "A piece of the portrait"), partial(_to_piece, w, key)
    for photo in w.bench.portrait.sitter.photos:
        yield Thing("photo", photo.name, "Stand where this photo was taken from"), partial(_to_photo, w, photo.id)
    for key in w.bench.portrait.anchors:
        if key in LANDMARKS:
            mark = LANDMARKS[key]
            yield (
                Thing("landmark", phrase("{0} ({1})", mark.plain, key), mark.definition),
                partial(_to_landmark, w, key),
            )
    for title in w.help_titles():
        yield Thing("help page", title, "A page of the help"), partial(w.show_help, title)


def show_panel(w: Window, title: str) -> None:
    """Open a panel, in the present stage if that has it."""
    stages = w.inspector.stages_of(title)
    if w.bench.stage not in stages:
        w.bench.set_stage(stages[0])
    w.inspector.open(title)


def _run(bench: Bench, rule: Callable[[], bool] | None, run: Callable[[], object]) -> None:
    if rule is not None and not rule():
        bench.say("That cannot be done just now.", "warn")
        return
    run()


def _to_piece(w: Window, key: str) -> None:
    w.bench.selection.choose_landmark(None)
    w.bench.selection.choose(key)
    w.viewport.view_selected()


def _to_photo(w: Window, photo_id: str) -> None:
    photo = w.bench.portrait.sitter.photo(photo_id)
    if photo.standpoint is None:
        w.bench.say(
            phrase("The standpoint of '{0}' is not known yet: mark landmarks on it and solve the sitter.", photo.name),
            "warn",
        )
        return
    w.bench.standpoint.take(photo_id)


def _to_landmark(w: Window, key: str) -> None:
    w.bench.selection.choose_landmark(key)
    w.viewport.view_selected()
