"""Make the photos of the invented sitter that ship with the application (a few minutes).

Usage: make_photos.py [--small] [--marks-only] [MARKS.json]; the file gets the true places of
landmarks, lines and irises in each photo.
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

import numpy as np
from PIL import Image

from yewfinch.core.anatomy.head.eyeball import IRIS_DIAMETER
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.colour import to_linear
from yewfinch.core.sight.camera import Camera, focal_px
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.demo import camera_room as room
from yewfinch.demo import dressing, sitter
from yewfinch.render.picture import standalone_context

TARGET = Path(__file__).parents[1] / "src/yewfinch/demo/photos"
WIDTH, HEIGHT = 1080, 1350
#: Drawn larger by this and then scaled down, for the sake of the hair.
FINER = 2
#: name, turn, tilt, roll (degrees), distance mm, lens mm, target, EXIF lens written, key light
SHOTS = (
    ("front", 3.0, 2.0, 1.0, 930, 85, (0, -22, 0), True, (-0.6, 0.55, 0.75)),
    ("three-quarter", -39.0, 4.0, -2.0, 690, 60, (0, -22, 0), True, (-0.75, 0.6, 0.35)),
    ("profile", 88.0, 1.0, 0.5, 1090, 100, (0, -20, 5), True, (0.75, 0.5, 0.6)),
    ("window-seat", 27.0, -15.0, 8.0, 2350, 210, (0, -18, 10), False, (0.9, 0.35, 0.45)),
    ("close-up", -9.0, 11.0, -4.0, 345, 28, (0, -22, 40), False, (-0.2, 0.8, 0.6)),
)


def camera_of(turn: float, tilt: float, roll: float, distance: float, lens: float,
              target: tuple[float, float, float], size: tuple[int, int]) -> Camera:  # fmt: skip
    """A camera turned, tilted and rolled."""
    w, h = size
    base = View(turn, tilt, target, distance, lens).camera(w, h)
    a = np.radians(roll)
    turn_z = np.array([[np.cos(a), -np.sin(a), 0], [np.sin(a), np.cos(a), 0], [0, 0, 1]])
    return Camera(turn_z @ base.rotation, base.position, focal_px(lens, w, h), w, h, (w / 2, h / 2))


def part(surface: Surface, colours: DoubleArray, kind: float) -> room.Part:
    """A surface as triangles."""
    t = surface.triangles()
    return room.Part(surface.positions[t], surface.normals[t], colours[t], kind)


def marks_of(person: sitter.Sitter, camera: Camera) -> dict[str, dict[str, list]]:  # type: ignore[type-arg]
    """Where landmarks, lines, the outline of the face and the irises lie in a photo, pixels."""
    surfaces = {"head": person.head, "left": person.eyes[0], "right": person.eyes[1]}
    depth = DepthMap(camera)
    depth.draw(surfaces)
    keys = list(person.landmarks)
    points = np.array([person.landmarks[k] for k in keys])
    places = {k: p.tolist() for k, p in zip(keys, camera.project(points), strict=True)}
    lines = {}
    for key, anchors in person.lines.items():
        at = np.array([a.on(person.head) for a in anchors])
        if seen_by(depth, at).mean() > 0.9:
            lines[key] = camera.project(at)[::2].tolist()
    outline = face_outline(depth, camera, person.landmarks)
    if outline is not None:
        lines["face_outline"] = outline
    irises = {}
    for side in ("l", "r"):
        pupil = person.landmarks[f"p_{side}"]
        if seen_by(depth, pupil[None]).all():
            reach = camera.rotation[0] * IRIS_DIAMETER / 2
            irises[f"iris_{side}"] = camera.project(np.array([pupil - reach, pupil + reach])).ravel().tolist()
    return {"marks": places, "lines": lines, "irises": irises}


def seen_by(depth: DepthMap, points: DoubleArray) -> np.ndarray:  # type: ignore[type-arg]
    """Whether nothing stands before each point."""
    at = np.floor(depth.camera.project(points)).astype(int)
    h, w = depth.depth.shape
    x, y = np.clip(at[:, 0], 0, w - 1), np.clip(at[:, 1], 0, h - 1)
    return np.asarray(depth.depth[y, x] > depth.camera.depths(points) - 3.0)


def face_outline(depth: DepthMap, camera: Camera, points: dict[str, DoubleArray]) -> list | None:  # type: ignore[type-arg]
    """The face against the backdrop from forehead to chin, where it is turned far enough."""
    import cv2

    if abs(camera.rotation[2, 0]) < 0.35:
        return None
    mask = np.isfinite(depth.depth).astype(np.uint8)
    contour = max(cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)[0], key=len)[:, 0] + 0.5
    ends = [int(np.linalg.norm(contour - depth.camera.project(points[k])[0], axis=1).argmin()) for k in ("tr", "gn")]
    a, b = ends
    ways = [
        np.roll(contour, -a, axis=0)[: (b - a) % len(contour) + 1],
        np.roll(contour, -b, axis=0)[: (a - b) % len(contour) + 1],
    ]
    nose = depth.camera.project(points["prn"])[0]
    way = min(ways, key=lambda w: np.linalg.norm(w - nose, axis=1).min())
    return (way[:: max(1, len(way) // 30)] / depth.scale).tolist()


def main() -> None:
    """Photograph the sitter."""
    small = "--small" in sys.argv
    rng = np.random.default_rng(20)
    person = sitter.make()
    if sys.argv[-1].endswith(".json"):
        places = {s[0]: marks_of(person, camera_of(*s[1:6], s[6], (WIDTH, HEIGHT))) for s in SHOTS}
        Path(sys.argv[-1]).write_text(json.dumps(places))
    if "--marks-only" in sys.argv:
        return
    colours = dressing.skin_colour(person.rest, rng)
    parts = [part(person.head, colours, 1.0)]
    for eye in person.eyes:
        parts.append(part(eye, to_linear(eye.colour[:, :3] / 255.0) * 0.72, 0.75))
    parts.append(room.Part(*dressing.strands(person.head, person.rest, rng), 0.5))
    margins = {k: np.array([a.on(person.head) for a in person.lines[k]]) for k in ("lid_upper_l", "lid_upper_r")}
    parts.append(room.Part(*dressing.lashes(margins, rng), 0.5))
    cloth = dressing.pullover()
    parts.append(part(cloth, np.tile([0.045, 0.062, 0.075], (len(cloth), 1)), 0.5))
    ctx = standalone_context()
    studio = room.Room(ctx, parts)
    TARGET.mkdir(parents=True, exist_ok=True)
    size = (WIDTH // 3, HEIGHT // 3) if small else (WIDTH, HEIGHT)
    for i, (name, turn, tilt, roll, distance, lens, target, exif, key) in enumerate(SHOTS):
        rng = np.random.default_rng(100 + i)
        camera = camera_of(turn, tilt, roll, distance, lens, target, (size[0] * FINER, size[1] * FINER))
        n = 6 if small else 13
        lamps = room.soft_box(key, 0.16, 2.5, (1.0, 0.95, 0.88), n, rng)
        lamps += room.soft_box((-key[0], 0.1, 0.8), 0.3, 0.42, (0.85, 0.93, 1.0), max(3, n // 3), rng)
        lamps += room.soft_box((-key[0] * 1.2, 0.5, -0.9), 0.12, 0.8, (0.95, 0.97, 1.0), max(2, n // 5), rng)
        lamps += room.sky(0.75, (0.9, 0.95, 1.0), n, rng)
        diffuse, gloss, colour = studio.photograph(camera, lamps)
        tints = ((0.30, 0.31, 0.30), (0.17, 0.20, 0.22), (0.36, 0.33, 0.29), (0.10, 0.13, 0.12), (0.28, 0.27, 0.26))
        wall = backdrop((size[0] * FINER, size[1] * FINER), np.array(tints[i]), key[0], rng)
        px = camera.focal / distance
        pixels = room.develop(diffuse, gloss, colour, px, wall, 0.82, 0.020 + 0.008 * (i == 3), rng)
        image = Image.fromarray(pixels).reduce(FINER)
        data = Image.Exif()
        if exif:
            data.get_ifd(0x8769)[0xA405] = int(lens)
        image.save(TARGET / f"{name}.jpg", "JPEG", quality=88, exif=data.tobytes(), subsampling=0)
        print(name, (TARGET / f"{name}.jpg").stat().st_size // 1000, "kB")


def backdrop(size: tuple[int, int], tint: DoubleArray, side: float, rng: np.random.Generator) -> DoubleArray:
    """A wall out of focus, lit from one side."""
    from scipy.ndimage import gaussian_filter

    w, h = size
    yy, xx = np.mgrid[0:h, 0:w]
    ramp = 0.75 + 0.5 * (xx / w - 0.5) * np.sign(-side) + 0.25 * (0.5 - yy / h)
    cloud = gaussian_filter(rng.normal(size=(h, w)), w / 9)
    cloud = cloud / max(1e-9, float(cloud.std())) * 0.08
    return np.asarray(tint * (ramp + cloud)[..., None])


if __name__ == "__main__":
    main()
