"""The sitter's photos and the marks on them. Everything is frozen: edits replace records."""

from __future__ import annotations

import io
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Literal

import numpy as np
from msgspec import Meta
from PIL import Image, ImageCms, UnidentifiedImageError

from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.bounds import Colour, Pixels
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.pictures import orientation, reading, upright
from yewfinch.core.sitter.photo_places import without_place
from yewfinch.core.sitter.sheets import DesignSheet
from yewfinch.core.sitter.standpoint import Standpoint

if TYPE_CHECKING:
    from yewfinch.core.anatomy.lore.sex_and_age import Age, Sex
    from yewfinch.core.sitter.solution import Solution

#: Kinds of picture that can be opened.
KINDS = ("JPEG", "PNG", "WEBP", "TIFF")
SUFFIXES = (".jpg", ".jpeg", ".png", ".webp", ".tif", ".tiff")
MAX_PIXELS = 120_000_000
MIN_SIDE = 64

MAX_BYTES = 512 << 20

_EXIF_IFD = 0x8769
_FOCAL_35 = 0xA405


#: How sure a mark is: seen, guessed behind hair or shade, or not to be seen in this photo.
Certainty = Literal["clear", "guessed", "hidden"]
CERTAINTIES: tuple[Certainty, ...] = ("clear", "guessed", "hidden")

#: What can be drawn on a photo: free lines by their meaning, straight guides, and grids given by
#: two corners.
DrawingKind = Literal["outline", "plane", "rhythm", "free", "guide", "thirds", "fifths"]
DRAWINGS: dict[DrawingKind, str] = {
    "outline": "outline", "plane": "plane edge", "rhythm": "rhythm line", "free": "free mark",
    "guide": "straight guide", "thirds": "thirds grid", "fifths": "fifths grid",
}  # fmt: skip


@dataclass(frozen=True)
class Drawing:
    """One thing drawn on a photo.

    Attributes
    ----------
    kind : str
        A key of `DRAWINGS`.
    points : tuple of (x, y)
        Pixels of the upright photo; two for a guide, two opposite corners for a grid.
    colour : str
        "#rrggbb".
    visible : bool
    """

    kind: DrawingKind
    points: tuple[tuple[Pixels, Pixels], ...]
    colour: Colour = "#c98a16"
    visible: bool = True


#: Lengths that can be drawn on a photo for the scale.
SPANS = {"iris_l": "iris, left", "iris_r": "iris, right"}


#: Distances on a sitter that can be measured, and how sure they can be, mm.
Distance = Annotated[float, Meta(ge=0.01, le=1e5)]
Spread = Annotated[float, Meta(ge=0.0, le=1e5)]


@dataclass(frozen=True)
class KnownDistance:
    """A distance measured on the sitter with calipers.

    Attributes
    ----------
    start, end : str
        Landmarks.
    mm, spread : float
        The distance and how sure it is (one standard deviation).
    """

    start: str
    end: str
    mm: Distance
    spread: Spread = 0.5


@dataclass(frozen=True)
class Photo:
    """One photo of the sitter.

    Attributes
    ----------
    id, name : str
    file : str
        Name of the untouched file inside the portrait.
    width, height : int
        Pixels, upright (after EXIF orientation).
    lens : float or None
        35 mm equivalent in mm from EXIF.
    marks : mapping of landmark key to (x, y)
        Pixels of the upright photo, origin at the top left corner of the top left pixel.
    standpoint : Standpoint or None
        Once solved, in the frame of the sitter's head.
    certainty : mapping of landmark key to "guessed" or "hidden"
        Marks that are not clear. A hidden one need not have a place.
    spans : mapping of span name to (x1, y1, x2, y2)
        Iris diameters, pixels.
    cut : bool
        The file was cut out of a larger photo, so its middle is not the lens's.
    mouth_open : bool
        The sitter's mouth is open on it, so that jaw and lips do not show the form at rest.
    curves : mapping of curve key to its points (x, y)
        Lines of the face drawn on the photo, pixels.
    drawings : tuple of Drawing
    note : str
    tags : tuple of str
    turn : float
        Degrees by which the photo is turned clockwise when looked at.
    crop : (left, top, right, bottom) or None
        Part that is looked at, pixels of the turned photo. Marks do not depend on turn or crop.
    exposure : float
        Stops, for looking only.
    warmth : float
        -1 cooler to 1 warmer, for looking only.
    """

    id: str
    name: str
    file: str
    width: int
    height: int
    lens: float | None = None
    marks: Mapping[str, tuple[float, float]] = field(default_factory=dict)
    standpoint: Standpoint | None = None
    certainty: Mapping[str, Certainty] = field(default_factory=dict)
    spans: Mapping[str, tuple[float, float, float, float]] = field(default_factory=dict)
    cut: bool = False
    mouth_open: bool = False
    curves: Mapping[str, tuple[tuple[float, float], ...]] = field(default_factory=dict)
    drawings: tuple[Drawing, ...] = ()
    note: str = ""
    tags: tuple[str, ...] = ()
    turn: float = 0.0
    crop: tuple[float, float, float, float] | None = None
    exposure: float = 0.0
    warmth: float = 0.0

    def curved(self, key: str, points: tuple[tuple[float, float], ...]) -> Photo:
        """The photo with a curve drawn, or taken away if it has fewer than two points."""
        rest = {k: c for k, c in self.curves.items() if k != key}
        return replace(self, curves={**rest, key: points} if len(points) > 1 else rest)

    def spanned(self, key: str, span: tuple[float, float, float, float] | None) -> Photo:
        """The photo with a span drawn, or taken away if it is None."""
        rest = {k: c for k, c in self.spans.items() if k != key}
        return replace(self, spans=rest if span is None else {**rest, key: span})

    @property
    def measures_iris(self) -> bool:
        """Whether an iris is drawn beside a mark on its pupil."""
        seen = self.usable()
        return any(f"p_{key.removeprefix('iris_')}" in seen for key in self.spans)

    def usable(self) -> dict[str, tuple[float, float]]:
        """Marks that say something: all but the hidden ones."""
        return {k: m for k, m in self.marks.items() if self.certainty.get(k) != "hidden"}

    def rated(self, key: str, certainty: Certainty) -> Photo:
        """The photo with a landmark's certainty changed."""
        rest = {k: c for k, c in self.certainty.items() if k != key}
        return replace(self, certainty=rest if certainty == "clear" else {**rest, key: certainty})

    def marked(self, key: str, at: tuple[float, float] | None) -> Photo:
        """The photo with a mark set, or taken away if `at` is None."""
        marks = dict(self.marks)
        certainty = dict(self.certainty)
        if at is None:
            marks.pop(key, None)
            certainty.pop(key, None)
        else:
            marks[key] = (float(at[0]), float(at[1]))
            if certainty.get(key) == "hidden":
                del certainty[key]  # placing it says that it is seen
        return replace(self, marks=marks, certainty=certainty)


@dataclass(frozen=True)
class Sitter:
    """All photos with their original files, and what was solved from them.

    Attributes
    ----------
    photos : tuple of Photo
    files : mapping of file name to bytes
    kind : {"any", "man", "woman"}
        Whose spread is the prior of the joint solve.
    age : {"adult", "child", "old"}
        Of what age, the same.
    years : float or None
        The sitter's years on the photos, if they are known.
    known : tuple of KnownDistance
    solution : Solution or None
    sheets : tuple of DesignSheet
        Drawings without a camera.
    """

    photos: tuple[Photo, ...] = ()
    files: Mapping[str, bytes] = field(default_factory=dict)
    kind: Sex = "any"
    age: Age = "adult"
    years: float | None = None
    known: tuple[KnownDistance, ...] = ()
    solution: Solution | None = None
    sheets: tuple[DesignSheet, ...] = ()

    @property
    def size_measured(self) -> bool:
        """Whether anything says how large the sitter is: a distance taken with calipers, or an iris drawn on a photo.

        Until then every figure leaves size out: photos alone do not tell it.
        """
        return bool(self.known) or any(p.measures_iris for p in self.photos)

    def photo(self, photo_id: str) -> Photo:
        """One photo by its id.

        Raises
        ------
        KeyError
            If there is none.
        """
        for p in self.photos:
            if p.id == photo_id:
                return p
        raise KeyError(photo_id)

    def replaced(self, photo: Photo) -> Sitter:
        """The sitter with one photo in the place of that with the same id."""
        return replace(self, photos=tuple(photo if p.id == photo.id else p for p in self.photos))

    def added(self, photo: Photo, data: bytes) -> Sitter:
        """The sitter with another photo at the end."""
        return replace(self, photos=(*self.photos, photo), files={**self.files, photo.file: data})

    def moved(self, photo_id: str, to: int) -> Sitter:
        """The sitter with a photo at another place in the order."""
        rest = [p for p in self.photos if p.id != photo_id]
        rest.insert(max(0, min(to, len(rest))), self.photo(photo_id))
        return replace(self, photos=tuple(rest))

    def removed(self, photo_id: str) -> Sitter:
        """The sitter without one photo and its file."""
        gone = self.photo(photo_id)
        files = {k: v for k, v in self.files.items() if k != gone.file}
        return replace(self, photos=tuple(p for p in self.photos if p.id != photo_id), files=files)


def read_photo(path: Path, taken: Iterable[Photo] = ()) -> tuple[Photo, bytes]:
    """Open a photo from disk.

    Parameters
    ----------
    path : Path
    taken : photos that are there already
        Their ids and names are not given again.

    Raises
    ------
    BadFileError
        If it cannot be read, is no picture, or has an absurd size.
    """
    try:
        if path.stat().st_size > MAX_BYTES:
            raise BadFileError(phrase("{0} is larger than {1} MB. Scale it down first.", path.name, MAX_BYTES >> 20))
        data = path.read_bytes()
    except OSError as error:
        raise BadFileError(phrase("{0} cannot be read: {1}.", path.name, error.strerror)) from error
    return photo_from(data, path.name, taken)


def photo_from(data: bytes, file_name: str, taken: Iterable[Photo] = ()) -> tuple[Photo, bytes]:
    """A photo from the bytes of a picture file, and those bytes without the place where it was taken.

    `file_name` gives its name and suffix.

    Raises
    ------
    BadFileError
    """
    # a JPEG is unpacked small: that reads all of it, and takes a fifth of the time
    _, lens, (width, height) = _open(data, file_name, longest=600)
    ids, names = {p.id for p in taken}, {p.name for p in taken}
    number = 1
    while f"photo{number}" in ids:
        number += 1
    stem, suffix = Path(file_name).stem, Path(file_name).suffix.lower()
    name, again = stem, 2
    while name in names:
        name, again = phrase("{0} ({1})", stem, again), again + 1
    identity = f"photo{number}"
    return Photo(identity, name, f"{identity}{suffix}", width, height, lens), without_place(data)


def decode(data: bytes, name: str, longest: int | None = None) -> ByteArray:
    """Upright sRGB pixels of a picture file, (h, w, 3) uint8.

    Parameters
    ----------
    data : bytes
    name : str
        For messages.
    longest : int, optional
        Scale down so that the longer side has this many pixels.

    Raises
    ------
    BadFileError
    """
    image, _, _ = _open(data, name, longest=longest)
    if longest is not None and max(image.size) > longest:
        image.thumbnail((longest, longest), Image.Resampling.LANCZOS)
    return np.array(image, np.uint8)


def _open(data: bytes, name: str, longest: int | None = None) -> tuple[Image.Image, float | None, tuple[int, int]]:
    """Upright sRGB picture, lens, and full upright size."""
    with reading(phrase("{0} is damaged or too large to open.", name)):
        try:
            image: Image.Image = Image.open(io.BytesIO(data), formats=KINDS)
        except UnidentifiedImageError as error:
            raise BadFileError(
                phrase("{0} is not a photo that can be opened. Use a JPEG, PNG, WebP or TIFF file.", name)
            ) from error
    w, h = image.size
    if w * h > MAX_PIXELS:
        raise BadFileError(
            phrase(
                "{0} has {1:.0f} million pixels; at most {2} million can be opened. Scale it down first.",
                name,
                w * h / 1000000.0,
                MAX_PIXELS // 10**6,
            )
        )
    if min(w, h) < MIN_SIDE:
        raise BadFileError(
            phrase("{0} is only {1} x {2} pixels; a photo needs at least {3} on each side.", name, w, h, MIN_SIDE)
        )
    with reading(phrase("{0} is damaged: its picture data cannot be read.", name)):
        if longest is not None:
            image.draft(None, (longest, longest))  # a JPEG is then unpacked at a part of its size
        image.load()
        lens = _lens(image)
        sideways = orientation(image) in (5, 6, 7, 8)
        image = _to_srgb(upright(image))
    return image, lens, (h, w) if sideways else (w, h)


def _lens(image: Image.Image) -> float | None:
    try:
        with reading(""):
            lens = float(image.getexif().get_ifd(_EXIF_IFD).get(_FOCAL_35) or 0.0)
    except BadFileError:  # it says nothing that can be understood
        return None
    return lens if 5.0 <= lens <= 2000.0 else None


def _to_srgb(image: Image.Image) -> Image.Image:
    profile = image.info.get("icc_profile")
    if image.mode in ("I;16", "I", "F"):
        wide = np.asarray(image)
        top = 65535.0 if wide.max() > 255 else 255.0
        grey = np.empty(wide.shape, np.uint8)
        for rows in np.array_split(
            np.arange(len(wide)), max(1, wide.size >> 22)
        ):  # by parts: as numbers it is eight times as large
            part = np.nan_to_num(wide[rows].astype(np.float32)) / top
            grey[rows] = (np.clip(part, 0, 1) * 255).astype(np.uint8)
        return Image.fromarray(grey).convert("RGB")
    if profile and image.mode in ("RGB", "CMYK"):
        try:
            source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
            converted = ImageCms.profileToProfile(image, source, ImageCms.createProfile("sRGB"), outputMode="RGB")
            if converted is not None:
                return converted
        except (ImageCms.PyCMSError, OSError, ValueError, TypeError):
            pass  # an unusable profile: the picture is shown as it is
    return image.convert("RGB")
