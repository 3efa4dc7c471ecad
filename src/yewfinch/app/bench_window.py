"""The main window with all rooms: the one place that knows both."""

from __future__ import annotations

from yewfinch.app.rooms import all_rooms
from yewfinch.app.shell.window import MainWindow
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.session.settings import Settings


def bench_window(portrait: Portrait, settings: Settings) -> MainWindow:
    """A window of the bench with every room, for a portrait."""
    return MainWindow(portrait, settings, all_rooms())
