"""What a room is given: the bench and its views, the document's files, and the window for dialogs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PyQt6.QtWidgets import QWidget

from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.documents import Documents
from yewfinch.app.shell.pages import Pages
from yewfinch.app.view.line_hand import LineHand
from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.settings import Settings


@dataclass(frozen=True)
class Workshop:
    """All that rooms have in common.

    Attributes
    ----------
    bench : Bench
    settings : Settings
    photos : PhotoStore
    view : Viewport
        The clay.
    lines : LineHand
        Draws lines on the view for any purpose.
    documents : Documents
    pages : Pages
        The clay, or what a room puts in its place.
    actions : ActionTable
        Of all rooms and the shell; filled when all rooms are furnished.
    window : QWidget
        The parent of dialogs.
    settle : callable
        Asks about unsaved work; False means that it stays.
    """

    bench: Bench
    settings: Settings
    photos: PhotoStore
    view: Viewport
    lines: LineHand
    documents: Documents
    pages: Pages
    actions: ActionTable
    window: QWidget
    settle: Callable[[], bool]
