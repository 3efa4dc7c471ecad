"""The design sheet that lies behind the clay in the present view."""

from __future__ import annotations

from collections.abc import Collection

from yewfinch.app.view.photo_layers import hold
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.sitter.photo import Photo
from yewfinch.core.sitter.sheets import DesignSheet
from yewfinch.render.photo_layer import Layer
from yewfinch.render.scene import SceneRenderer


class SheetBehind:
    """Draws it there."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport, self.bench = viewport, viewport.bench

    def sheet(self) -> DesignSheet | None:
        """The design sheet that lies in the present view; None at a standpoint or if none does."""
        bench = self.bench
        if bench.standpoint.photo() is not None:
            return None
        return next((s for s in bench.portrait.sitter.sheets if s.visible and s.faces(bench.outlook.view)), None)

    def ids(self) -> Collection[str]:
        """Ids of the sheets that are shown: one or none."""
        sheet = self.sheet()
        return () if sheet is None else (sheet.id,)

    def lay(self, renderer: SceneRenderer) -> None:
        """Nothing lies on the clay."""

    def layer(self, ratio: float) -> Layer | None:
        """How it lies behind the clay."""
        sheet = self.sheet()
        if sheet is None or self.viewport.layer is None:
            return None
        picture = Photo(sheet.id, sheet.name, sheet.file, sheet.width, sheet.height)
        image = self.viewport.photos.image(self.bench.portrait.sitter, picture)
        if image.isNull():
            return None
        hold(self.viewport.layer, image)
        left, top, width, height = (v * ratio for v in sheet.box(self.viewport.camera()))
        return Layer((left, top, width, height), "behind", sheet.opacity)
