"""Make the pictures that show where each landmark sits, from the base head."""

from __future__ import annotations

import io
import json
from pathlib import Path

import numpy as np
from PIL import Image

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.sight.view import View
from yewfinch.render import picture

TARGET = Path(__file__).parents[1] / "src/yewfinch/app/kit/resources/guides"
SIZE = 420
VIEWS: dict[str, tuple[float, float, tuple[float, float, float], float]] = {
    "front": (0, 0, (0, -2, 0), 1150),
    "left": (90, 0, (0, 10, 10), 1250),
    "right": (-90, 0, (0, 10, 10), 1250),
    "left ear": (75, 0, (70, 0, 0), 520),
    "right ear": (-75, 0, (-70, 0, 0), 520),
}
EAR = {"t", "po", "sa", "sba", "pra", "pa", "obs", "obi"}
PROFILE = {"op", "c", "cervicale", "go", "zy", "ft", "eu"}


def main() -> None:
    """Write pictures and places."""
    TARGET.mkdir(parents=True, exist_ok=True)
    portrait = new_portrait()
    cameras = {n: View(t, k, target, d, 85.0).camera(SIZE, SIZE) for n, (t, k, target, d) in VIEWS.items()}
    paper = tuple(int("F4F1EA"[i : i + 2], 16) / 255 for i in (0, 2, 4))
    for name, camera in cameras.items():
        pixels = picture.take(portrait, camera, (paper[0], paper[1], paper[2]))
        out = io.BytesIO()
        Image.fromarray(pixels).save(out, "JPEG", quality=88)
        (TARGET / f"{name.replace(' ', '-')}.jpg").write_bytes(out.getvalue())
    points = {}
    for key, mark in LANDMARKS.items():
        base = key.split("_")[0]
        side = "right" if mark.side < 0 else "left"
        view = f"{side} ear" if base in EAR else side if base in PROFILE else "front"
        place = portrait.landmark(key)
        # the shoulders lie off the picture: the dot goes to its edge
        at = np.clip(cameras[view].project(np.asarray(mark.place if place is None else place))[0] / SIZE, 0.05, 0.95)
        points[key] = (view, [round(float(v), 4) for v in at])
    (TARGET / "points.json").write_text(json.dumps(points, indent=0))


if __name__ == "__main__":
    main()
