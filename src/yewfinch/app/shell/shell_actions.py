"""The actions of the shell: files, undo, tools, stages and the view. Rooms bring their own."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from functools import partial
from typing import Protocol

from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.file_dialogs import FileDialogs
from yewfinch.app.shell.focus_order import FocusOrder
from yewfinch.app.shell.parts import PARTS, Parts
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.sculpt.toolbox import tools
from yewfinch.core.session.bench import STAGES, Bench
from yewfinch.core.session.standpoint_state import OVERLAYS
from yewfinch.core.shared.phrases import phrase


class Window(Protocol):
    """What the actions ask of the main window."""

    bench: Bench
    viewport: Viewport
    files: FileDialogs
    parts: Parts
    focus_order: FocusOrder

    def new(self) -> None: ...  # noqa: D102
    def ask_open(self) -> None: ...  # noqa: D102
    def save(self) -> object: ...  # noqa: D102
    def save_as(self) -> object: ...  # noqa: D102
    def close(self) -> bool: ...  # noqa: D102
    def undo(self) -> None: ...  # noqa: D102
    def redo(self) -> None: ...  # noqa: D102
    def toggle_four(self) -> None: ...  # noqa: D102
    def show_second_view(self) -> None: ...  # noqa: D102
    def show_wall_window(self) -> None: ...  # noqa: D102
    def toggle_full_screen(self) -> None: ...  # noqa: D102
    def toggle_dark(self) -> None: ...  # noqa: D102
    def show_preferences(self) -> None: ...  # noqa: D102
    def open_find_line(self) -> None: ...  # noqa: D102
    def show_help(self) -> None: ...  # noqa: D102
    def show_tour(self) -> None: ...  # noqa: D102
    def show_about(self) -> None: ...  # noqa: D102


def _toggle(w: Window, part: str) -> None:
    w.parts.toggle(part)


def of_window(w: Window) -> Iterator[Action]:
    """The shell's actions, tied to a window."""
    yield from _files(w)
    yield from _edits(w)
    yield from _views(w)
    yield from _standpoint(w.bench)
    yield from _tools(w.bench)
    yield Action(
        "settings",
        "Settings…",
        "Edit",
        "Ctrl+,",
        "Keys, variant, how often work is kept, how far undo reaches.",
        w.show_preferences,
        place=900,
    )
    yield Action(
        "find",
        "Find…",
        "Edit",
        "Ctrl+K",
        "Find any tool, panel, command, piece, photo, landmark or help page by a part of its name.",
        w.open_find_line,
        place=500,
    )
    yield Action("help", "Help", "Help", "F1", "What everything does, and its keys.", w.show_help, place=0)
    yield Action("tour", "Tour in eight steps", "Help", "", "The bench by your own hand, from a photo to a save.",
                 w.show_tour, place=0.5)  # fmt: skip
    yield Action("about", "About Yewfinch", "Help", "", "Version and licences.", w.show_about, place=1)


def _files(w: Window) -> Iterator[Action]:
    files = w.files
    yield Action("new", "New portrait", "File", "Ctrl+N", "Start again with the base head.", w.new, place=0)
    yield Action("open", "Open…", "File", "Ctrl+O", "Open a portrait.", w.ask_open, place=1)
    yield Action("save", "Save", "File", "Ctrl+S", "Save the portrait.", w.save, place=100)
    yield Action("save_as", "Save as…", "File", "Ctrl+Shift+S", "Save it under another name.", w.save_as, place=101)
    yield Action(
        "save_bare",
        "Remove photos before sharing…",
        "File",
        "",
        "Write a copy without photos, marks, measures and notes of the sitter, to give to others.",
        files.ask_save_bare,
        place=102,
    )
    yield Action(
        "import",
        "Import…",
        "File",
        "Ctrl+I",
        "Add PLY, OBJ, STL, GLB or glTF files as pieces.",
        files.ask_import,
        place=201,
    )
    yield Action("export", "Export…", "File", "Ctrl+E", "Write PLY, OBJ, STL or GLB.", files.ask_export, place=202)
    yield Action(
        "picture",
        "Save picture…",
        "File",
        "Ctrl+P",
        "Save what the clay view shows as PNG.",
        files.ask_picture,
        place=203,
    )
    yield Action("quit", "Quit", "File", "Ctrl+Q", "Close Yewfinch.", w.close, place=900)


def _edits(w: Window) -> Iterator[Action]:
    bench = w.bench

    def by_size(factor: float) -> None:
        if not w.viewport.hands.resize(factor):
            bench.tools.change(size=bench.tools.settings.size * factor)

    yield Action(
        "undo",
        "Undo",
        "Edit",
        "Ctrl+Z",
        "Take the last edit back.",
        w.undo,
        lambda: bench.portrait.history.can_undo,
        place=0,
    )
    yield Action(
        "redo", "Redo", "Edit", "Ctrl+Shift+Z", "Do it again.", w.redo, lambda: bench.portrait.history.can_redo, place=1
    )
    yield Action(
        "smaller",
        "Smaller tool",
        "Edit",
        "[",
        "Make the tool, or the chosen ball of an armature, smaller.",
        partial(by_size, 1 / 1.15),
        place=200,
    )
    yield Action("larger", "Larger tool", "Edit", "]", "Make it larger.", partial(by_size, 1.15), place=201)
    yield Action("symmetry", "Symmetry", "Edit", "T", "Work on both sides of the face at once, or on one.",
                 lambda: bench.tools.set_symmetry(not bench.tools.symmetry), place=402)  # fmt: skip


def _views(w: Window) -> Iterator[Action]:
    bench, view = w.bench, w.viewport

    def orthographic() -> None:
        bench.outlook.set_view(replace(bench.outlook.view, orthographic=not bench.outlook.view.orthographic))

    yield Action("view_all", "View all", "View", "Home", "Show everything.", view.view_all, place=10)
    yield Action(
        "view_selected",
        "View selected",
        "View",
        "End",
        "Show the chosen landmark or piece.",
        view.view_selected,
        place=11,
    )
    yield Action("orthographic", "Orthographic", "View", "O", "Switch perspective off or on.", orthographic, place=12)
    yield Action(
        "four",
        "Four views",
        "View",
        "V",
        "The clay from four sides at once; turn each, double click to go there.",
        w.toggle_four,
        place=107,
    )
    yield Action(
        "panels",
        "Hide panels",
        "View",
        "Tab",
        "Only the clay; works while the clay view has the focus.",
        lambda: w.parts.toggle_all(),
        place=200,
    )
    for i, (part, (title, keys, tip)) in enumerate(PARTS.items()):
        yield Action(f"part_{part}", title, "View", keys, tip, partial(_toggle, w, part), place=210 + i)
    yield Action(
        "next_part", "Next part of the bench", "View", "Ctrl+Tab",
        "The keyboard goes to the next part: top, photos, tools, clay, dial, small views, panels.",
        lambda: w.focus_order.step_part(True), place=240,
    )  # fmt: skip
    yield Action(
        "last_part", "Part before", "View", "Ctrl+Shift+Tab", "The keyboard goes to the part of the bench before.",
        lambda: w.focus_order.step_part(False), place=241,
    )  # fmt: skip
    yield Action(
        "key_pointer", "Pointer by keys", "View", "Alt+Return",
        "Arrows lead the pointer in the clay view, Enter sets the tool on and takes it off.",
        view.lead_by_keys, place=242,
    )  # fmt: skip
    yield Action(
        "second_view",
        "Second view",
        "View",
        "",
        "The clay from another side in a window of its own, for a second screen.",
        w.show_second_view,
        place=230,
    )
    yield Action(
        "wall_window",
        "Sitter wall in a window",
        "View",
        "",
        "The photos in a window of their own; closing it hangs them back.",
        w.show_wall_window,
        place=231,
    )
    yield Action(
        "full_screen",
        "Full screen",
        "View",
        "F11",
        "The whole screen, or a window again.",
        w.toggle_full_screen,
        place=220,
    )
    yield Action(
        "dark", "Dark variant", "View", "", "Switch between the bright and the dark bench.", w.toggle_dark, place=201
    )
    for i, stage in enumerate(STAGES):
        yield Action(
            f"stage_{stage}",
            phrase("Stage: {0}", stage),
            "View",
            f"Alt+{i + 1}",
            phrase("Lay the bench out for the stage '{0}'.", stage),
            partial(bench.set_stage, stage),
            place=300 + i,
        )


def _standpoint(bench: Bench) -> Iterator[Action]:
    def standing() -> bool:
        return bench.standpoint.photo() is not None

    def wipe() -> None:
        bench.standpoint.set_overlay(wipe=0.5 if bench.standpoint.overlay.wipe is None else None, angle=0.0)

    def next_overlay() -> None:
        names = list(OVERLAYS)
        bench.standpoint.set_overlay(mode=names[(names.index(bench.standpoint.overlay.mode) + 1) % len(names)])

    yield Action("leave", "Leave the standpoint", "View", "", "Go back to the turntable (Esc in the clay view).",
                 lambda: bench.standpoint.take(None), standing, place=100)  # fmt: skip
    yield Action("wipe", "Wipe", "View", "W", "Photo on one side, clay on the other.", wipe, standing, place=101)
    yield Action(
        "blink",
        "Blink",
        "View",
        "B",
        "Photo and clay in turn.",
        lambda: bench.standpoint.set_overlay(blink=not bench.standpoint.overlay.blink),
        standing,
        place=102,
    )
    yield Action("overlay", "Next overlay", "View", "G", "Photo, difference, the clay's outline, the photo's edges.",
                 next_overlay, standing, place=103)  # fmt: skip


def _tools(bench: Bench) -> Iterator[Action]:
    for place, spec in enumerate(tools()):
        yield Action(
            f"tool_{spec.id}", spec.title, "Tools", spec.key, spec.hint, partial(bench.tools.take, spec.id), place=place
        )
