"""The comparison sheet: each photo beside the clay from the same standpoint, and all the numbers."""

from __future__ import annotations

import os
from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from pathlib import Path

import numpy as np
from PyQt6.QtCore import QBuffer, QByteArray, QIODevice, QMarginsF, QPointF, QRectF, QSizeF, Qt
from PyQt6.QtGui import QColor, QFont, QImage, QPageSize, QPainter, QPdfWriter, QPen

from yewfinch.app.kit.speech import length, shown
from yewfinch.app.rooms.likeness.fringe_paint import LIMIT, paint_fringe
from yewfinch.app.rooms.likeness.fringes import Fringes
from yewfinch.app.rooms.likeness.proportions_panel import bare_texts
from yewfinch.app.view import brushes
from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.measures import MEASURES
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats.numbers import comparison_csv
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.signed_scale import signed_colour
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.compare import Compared, compare
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.likeness import title
from yewfinch.core.sitter.outlines import Gap
from yewfinch.core.sitter.photo import Photo

#: A page, A4 across, in points of 1/120 inch.
WIDTH, HEIGHT, DPI = 1403, 992, 120
MARGIN = 56.0
SUFFIXES = (".pdf", ".png", ".csv")
#: Pages of a PNG stand under each other; more would make an absurdly long picture.
MOST_PAGES = 24

Shoot = Callable[[Camera], QImage]


@dataclass
class _Page:
    """A page of the sheet, and where on it the pen is."""

    painter: QPainter
    number: int = 1

    def font(self, size: float, *, bold: bool = False) -> None:
        font = QFont("Source Sans Pro")
        font.setPixelSize(round(size))
        font.setWeight(QFont.Weight.DemiBold if bold else QFont.Weight.Normal)
        self.painter.setFont(font)

    def text(self, x: float, y: float, text: str, size: float = 15, *, bold: bool = False, soft: bool = False,
             width: float = 1200, right: bool = False) -> None:  # fmt: skip
        self.font(size, bold=bold)
        self.painter.setPen(QColor("#56625C") if soft else brushes.INK)
        flags = Qt.AlignmentFlag.AlignVCenter | (Qt.AlignmentFlag.AlignRight if right else Qt.AlignmentFlag.AlignLeft)
        fits = self.painter.fontMetrics().elidedText(shown(text), Qt.TextElideMode.ElideRight, int(width))
        self.painter.drawText(QRectF(x, y, width, size * 1.5), flags, fits)


def write_sheet(bench: Bench, photos: PhotoStore, path: Path, shoot: Shoot) -> str:
    """Write the sheet; the suffix says how. Returns a sentence about what was written.

    Parameters
    ----------
    bench : Bench
    photos : PhotoStore
    path : Path
        Ends in .pdf, .png or .csv.
    shoot : callable
        Draws the clay from a camera.

    Raises
    ------
    YewfinchError
        If nothing is solved, the suffix is unknown, or the place cannot be written.
    """
    suffix = path.suffix.lower()
    if suffix not in SUFFIXES:
        raise YewfinchError(phrase("{0}: a sheet is written as .pdf, .png or .csv.", path.name))
    if bench.portrait.sitter.solution is None:
        raise YewfinchError("The sitter is not solved yet, so there is nothing to compare.")
    fringes = Fringes(bench)
    gaps = fringes.everything()
    if suffix == ".csv":
        write_atomic(path, comparison_csv(bench.portrait.sitter, bench.standpoint.likeness(), gaps, _compared(bench)))
        return phrase("Wrote all numbers to {0}.", path.name)
    shown = [p for p in bench.portrait.sitter.photos if p.standpoint is not None][: MOST_PAGES - 1]
    paint: list[Callable[[_Page], None]] = [lambda page: _summary(page, bench)]
    paint += [partial(_photo_page, bench=bench, photos=photos, photo=p, gaps=gaps, shoot=shoot) for p in shown]
    data = _pdf(paint) if suffix == ".pdf" else _png(paint)
    write_atomic(path, data)
    return phrase("Wrote a sheet of {0} pages to {1}.", len(paint), path.name)


def write_sheet_headless(portrait: Portrait, path: Path) -> str:
    """The same without a window or a display."""
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    from yewfinch.app.kit import theme
    from yewfinch.app.shell.application import make_app
    from yewfinch.render import picture

    app = make_app([])
    theme.apply(app)
    bench, photos = Bench(portrait), PhotoStore()
    context = picture.standalone_context()

    def shoot(camera: Camera) -> QImage:
        pixels = picture.take(portrait, camera, context=context)
        h, w, _ = pixels.shape
        return QImage(pixels.tobytes(), w, h, w * 3, QImage.Format.Format_RGB888).copy()

    try:
        return write_sheet(bench, photos, path, shoot)
    finally:
        context.release()
        photos.close()
        portrait.history.close()


def _compared(bench: Bench) -> list[Compared]:
    found = bench.standpoint.likeness()
    portrait = bench.portrait
    return compare(
        (*MEASURES, *portrait.rules), portrait.landmarks(), portrait.sitter.solution,
        None if found is None else found.alignment, portrait.sitter.kind, portrait.sitter.age,
    )  # fmt: skip


def _pdf(pages: list[Callable[[_Page], None]]) -> bytes:
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    writer = QPdfWriter(buffer)
    writer.setResolution(DPI)
    writer.setPageSize(QPageSize(QSizeF(WIDTH / DPI, HEIGHT / DPI), QPageSize.Unit.Inch))
    writer.setPageMargins(QMarginsF(0, 0, 0, 0))
    writer.setTitle("Yewfinch comparison sheet")
    painter = QPainter(writer)
    for i, paint in enumerate(pages):
        if i:
            writer.newPage()
        _ground(painter)
        paint(_Page(painter, i + 1))
    painter.end()
    buffer.close()
    return data.data()


def _png(pages: list[Callable[[_Page], None]]) -> bytes:
    image = QImage(WIDTH, HEIGHT * len(pages), QImage.Format.Format_RGB32)
    painter = QPainter(image)
    for i, paint in enumerate(pages):
        painter.resetTransform()
        painter.translate(0, i * HEIGHT)
        _ground(painter)
        paint(_Page(painter, i + 1))
    painter.end()
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    image.save(buffer, "PNG")
    return data.data()


def _ground(painter: QPainter) -> None:
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    painter.fillRect(QRectF(0, 0, WIDTH, HEIGHT), QColor("#FBFAF6"))


def _foot(page: _Page, bench: Bench) -> None:
    page.text(MARGIN, HEIGHT - 44, bench.portrait.name, 13, soft=True)
    page.text(WIDTH - MARGIN - 300, HEIGHT - 44, phrase("page {0}", page.number), 13, soft=True, width=300, right=True)


def _summary(page: _Page, bench: Bench) -> None:
    found, solution = bench.standpoint.likeness(), bench.portrait.sitter.solution
    assert solution is not None
    page.text(MARGIN, 40, phrase("{0}: clay and sitter", bench.portrait.name), 30, bold=True)
    y = 96.0
    page.text(MARGIN, y, solution.words(), 15, soft=True, width=WIDTH - 2 * MARGIN)
    y += 34
    if found is None:
        page.text(MARGIN, y, "The clay has too few landmarks to be compared.", 16)
        _foot(page, bench)
        return
    size = (
        "size left out"
        if bench.standpoint.leaves_size_out()
        else phrase("the clay is {0:+.1f} % in size", (found.size - 1) * 100)
    )
    page.text(
        MARGIN,
        y,
        phrase("{0:.1f} mm off over {1} landmarks ({2})", found.overall, len(found.offsets), size),
        22,
        bold=True,
    )
    y += 44
    x = MARGIN
    for region, (mm, _n) in found.regions.items():
        page.text(x, y, region, 14, soft=True)
        page.text(x, y + 20, phrase("{0:.1f} mm", mm), 18, bold=True)
        x += 130
    top = y + 70
    page.text(MARGIN, top, "landmark", 13, soft=True)
    page.text(MARGIN + 190, top, "off", 13, soft=True, width=60, right=True)
    page.text(MARGIN + 262, top, "±", 13, soft=True, width=40, right=True)
    page.text(MARGIN + 320, top, "the clay is (sitter's own left and right)", 13, soft=True)
    y = top + 24
    for o in found.offsets[:29]:
        page.text(MARGIN, y, title(o.key), 14, bold=o.significant)
        page.text(MARGIN + 190, y, phrase("{0:.1f} mm", o.size), 14, bold=o.significant, width=60, right=True)
        page.text(MARGIN + 262, y, length(o.along), 14, soft=True, width=40, right=True)
        page.text(MARGIN + 320, y, o.words(), 14, soft=not o.significant)
        y += 21.5
    left = MARGIN + 720
    page.text(left, top, phrase("measure ({0}, °, shares)", "mm"), 13, soft=True, width=220)
    for text, dx in (("sitter", 290), ("clay", 360), ("norm", 450), ("z", 510)):
        page.text(left + dx - 60, top, text, 13, soft=True, width=60, right=True)
    y = top + 24
    for c in [c for c in _compared(bench) if c.sitter is not None][:29]:
        page.text(left, y, c.measure.title, 14, width=235)
        for text, dx in zip((*bare_texts(c), c.z_text), (290, 360, 450, 510), strict=True):
            page.text(left + dx - 60, y, text, 14, bold=c.significant and dx in (290, 360), width=60, right=True)
        y += 21.5
    _foot(page, bench)


def _photo_page(page: _Page, bench: Bench, photos: PhotoStore, photo: Photo, gaps: list[Gap], shoot: Shoot) -> None:
    sitter = bench.portrait.sitter
    assert photo.standpoint is not None and sitter.solution is not None
    fit = sitter.solution.fit(photo.id)
    page.text(MARGIN, 36, photo.name, 24, bold=True)
    told = phrase("lens {0:.0f} mm", photo.standpoint.lens)
    if fit is not None:
        told += phrase(" ±{0:.0f} %, {1} marks, {2:.1f} px", fit.lens_spread * 100, fit.marks, fit.rms)
    page.text(MARGIN, 72, told, 14, soft=True)
    alignment = bench.standpoint.lay_on()
    whole = bench.standpoint.photo_camera(photo, alignment)
    assert whole is not None
    width, height = (WIDTH - 2 * MARGIN - 40) / 3, 560.0
    camera, (bx, by, bw, bh) = whole.fitted(width * 2, height * 2)
    clay = shoot(camera)
    picture = photos.whole(sitter, photo, 2400)
    p = page.painter
    top = 108.0
    own = [g for g in gaps if g.photo == photo.id]
    frame = framing(photo)
    for i, name in enumerate(("photo", "clay", "photo over clay")):
        left = MARGIN + i * (width + 20)
        box = QRectF(left + bx / 2, top + by / 2, bw / 2, bh / 2)
        p.save()
        p.setClipRect(box)
        if i != 0:
            p.drawImage(QRectF(left, top, width, height), clay)
        if i != 1:
            p.setOpacity(1.0 if i == 0 else 0.45)
            p.drawImage(box, picture)
            p.setOpacity(1.0)
        if i == 2:
            for gap in own:
                scale = box.width() / frame.width
                places = [frame.to_shown(q) * scale + (box.left(), box.top()) for q in (gap.drawn, gap.clay)]
                paint_fringe(p, gap, *places)
            _offsets(p, bench, photo, camera, left, top)
        p.restore()
        p.setPen(QPen(QColor("#D8D3C7"), 1))
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawRect(box)
        page.text(left, top + height + 6, name, 14, soft=True)
    _tables(page, bench, photo, own, top + height + 40)
    _foot(page, bench)


def _offsets(p: QPainter, bench: Bench, photo: Photo, camera: Camera, left: float, top: float) -> None:
    found, solution = bench.standpoint.likeness(), bench.portrait.sitter.solution
    if found is None or solution is None:
        return
    points = bench.portrait.landmarks()
    for o in found.offsets:
        if photo.id not in o.photos:
            continue
        goal = found.alignment.to_clay(solution.points[solution.index(o.key)])
        ends = camera.project(np.array([points[o.key], goal])) / 2 + (left, top)
        if np.isfinite(ends).all():
            a, b = (QPointF(float(x), float(y)) for x, y in ends)
            brushes.arrow(p, a, b, brushes.GOLD if o.significant else brushes.PAPER)


def _tables(page: _Page, bench: Bench, photo: Photo, own: list[Gap], top: float) -> None:
    found = bench.standpoint.likeness()
    page.text(MARGIN, top, "largest offsets of landmarks seen here", 13, soft=True)
    y = top + 22
    if found is not None:
        for o in [o for o in found.offsets if photo.id in o.photos][:9]:
            page.text(MARGIN, y, phrase("{0}: {1}", title(o.key), o.words()), 14, bold=o.significant, width=600)
            y += 20
    left = MARGIN + 720
    page.text(left, top, "lines", 13, soft=True)
    y = top + 22
    for g in own[:7]:
        off = phrase("{0:.1f} mm", g.rms) if np.isfinite(g.rms) else "-"
        page.text(left, y, phrase("{0}: {1}, {2}", CURVES[g.key].plain, off, g.words()), 14, width=520)
        y += 20
    if own:
        bar = signed_colour(np.linspace(-LIMIT, LIMIT, 128), LIMIT)
        image = QImage(bar.tobytes(), 128, 1, 384, QImage.Format.Format_RGB888).copy()
        page.painter.drawImage(QRectF(left, y + 8, 220, 12), image)
        page.text(left, y + 22, phrase("-{0:.0f} mm: clay too far in", LIMIT), 12, soft=True)
        page.text(left + 260, y + 3, phrase("+{0:.0f} mm: too far out", LIMIT), 12, soft=True)
