"""Photos that are laid onto the clay while it is looked at."""

from __future__ import annotations

from collections.abc import Collection
from functools import partial

from yewfinch.app.view.photo_layers import pixels_of
from yewfinch.app.view.viewport import Viewport
from yewfinch.render.photo_layer import Layer
from yewfinch.render.projection import Laid
from yewfinch.render.scene import SceneRenderer


class PhotoCoat:
    """The photos that the bench says are laid onto the clay."""

    def __init__(self, viewport: Viewport) -> None:
        self.viewport, self.bench = viewport, viewport.bench

    def ids(self) -> Collection[str]:
        """Ids of the photos that are laid on."""
        return {p.id for p in self.bench.standpoint.projected()}

    def lay(self, renderer: SceneRenderer) -> None:
        """Lay them on, or take them off."""
        bench, laid = self.bench, []
        for photo in bench.standpoint.projected():
            image = self.viewport.photos.image(bench.portrait.sitter, photo)
            camera = bench.standpoint.photo_camera(photo, bench.standpoint.projection_alignment)
            if not image.isNull() and camera is not None:
                laid.append(Laid(image.cacheKey(), partial(pixels_of, image), camera))
        renderer.projection.lay(tuple(laid), bench.standpoint.projection_strength)

    def layer(self, ratio: float) -> Layer | None:
        """Nothing lies behind the clay."""
        return None
