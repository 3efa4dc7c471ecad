"""The Qt application."""

from __future__ import annotations

import sys

from PyQt6.QtGui import QSurfaceFormat
from PyQt6.QtWidgets import QApplication

from yewfinch.app.shell.garbage import Garbage


def make_app(argv: list[str] | None = None) -> QApplication:
    """The Qt application with surface format and theme."""
    surface = QSurfaceFormat()
    surface.setVersion(3, 3)
    surface.setProfile(QSurfaceFormat.OpenGLContextProfile.CoreProfile)
    surface.setDepthBufferSize(24)
    surface.setStencilBufferSize(8)
    QSurfaceFormat.setDefaultFormat(surface)
    app = QApplication(argv if argv is not None else sys.argv[:1])
    app.setApplicationName("Yewfinch")
    app.setDesktopFileName("yewfinch")
    Garbage(app)
    return app
