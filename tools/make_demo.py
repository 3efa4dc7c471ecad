"""Make the demo portrait from the shipped photos: three marked and solved together, some modelling, some paint.

Takes the places of the marks from a file written by make_photos.py, as a sculptor would read
them off the photos: rounded to a pixel or so. Usage: make_demo.py MARKS.json, or make_demo.py --solve
to solve the sitter of the demo portrait that is there again, after the solve has changed; --clay to model it again
on the base head as it is now, with the marks that are there; or make_demo.py --eyes, --mouth or --stages to give it
eyes, a mouth, or layers and key stages anew.
"""

from __future__ import annotations

import json
import sys
from dataclasses import replace
from pathlib import Path

import numpy as np

from yewfinch.core.anatomy.figure.person import Figure
from yewfinch.core.anatomy.head.base_head import HEAD, LEFT_EYE, RIGHT_EYE
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import asymmetry, exaggerating, eyes, form_layers, lids, lips, states, teeth
from yewfinch.core.features.eyes.eye import IRISES
from yewfinch.core.features.lips.lip_chart import of_upper, on_red
from yewfinch.core.features.lips.lips import frame_of
from yewfinch.core.formats import container
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.sitter.alignment import align
from yewfinch.core.sitter.joint import solve_sitter
from yewfinch.core.sitter.noise import softness
from yewfinch.core.sitter.photo import Sitter, read_photo
from yewfinch.demo.demo_portrait import FILE, PHOTOS, photo_file
from yewfinch.render import picture

EYES = LEFT_EYE, RIGHT_EYE
MARKED = {
    "front": "en_l en_r ex_l ex_r ps_l ps_r pi_l pi_r p_l p_r prn sn al_l al_r ch_l ch_r sto ls li gn sba_l sba_r se",
    "three-quarter": "en_r ex_r en_l prn sn al_r ch_r ch_l sto ls li pg gn t_r sa_r sba_r pa_r se g p_r pi_r ps_r",
    "profile": "se prn sn ls sto li sl pg gn c g ex_l ch_l al_l ac_l t_l sa_l sba_l pa_l pra_l",
}
#: Lines drawn on the photos.
DRAWN = {
    "front": "lid_upper_l lid_lower_l lid_upper_r lid_lower_r lip_upper lip_lower mouth_line",
    "three-quarter": "face_outline lid_upper_r lid_lower_r",
    "profile": "face_outline",
}


def main() -> None:
    """Build and write it, or solve it again."""
    if sys.argv[1:] == ["--solve"]:
        portrait = container.load(FILE)
        portrait.sitter = solve_sitter(portrait.sitter)[0]
        FILE.write_bytes(container.to_bytes(portrait, container.preview_of(FILE) or b"", deflate=True))
        portrait.history.close()
        return
    if sys.argv[1:] == ["--clay"]:
        portrait = new_portrait()
        portrait.name = "Demo portrait"
        _clay(portrait, container.load(FILE).sitter)
        return
    again = {"--eyes": _eyes, "--mouth": _mouth, "--stages": _stages}
    if len(sys.argv) == 2 and sys.argv[1] in again:
        portrait = container.load(FILE)
        again[sys.argv[1]](portrait)
        _write(portrait)
        return
    rng = np.random.default_rng(7)
    places = json.loads(Path(sys.argv[1]).read_text())
    portrait = new_portrait()
    portrait.name = "Demo portrait"
    sitter = portrait.sitter
    for name in PHOTOS:
        photo, data = read_photo(photo_file(name), sitter.photos)
        if name in MARKED:
            marks = {}
            for key in MARKED[name].split():
                x, y = np.array(places[name]["marks"][key]) + rng.normal(0, 1.3 * softness(key), 2)
                marks[key] = (round(float(x), 1), round(float(y), 1))
            spans = {
                k: tuple(round(v + float(rng.normal(0, 0.5)), 1) for v in s) for k, s in places[name]["irises"].items()
            }
            curves = {
                k: tuple(
                    (round(x + float(rng.normal(0, 0.6)), 1), round(y + float(rng.normal(0, 0.6)), 1))
                    for x, y in places[name]["lines"][k]
                )
                for k in DRAWN[name].split()
            }
            if name != "front":
                spans = {}
            photo = replace(photo, marks=marks, spans=spans, curves=curves)
        sitter = sitter.added(photo, data)
    _clay(portrait, sitter)


def _clay(portrait: Portrait, sitter: Sitter) -> None:
    """Model and paint a new base head for a sitter, and write the portrait."""
    portrait.sitter = solve_sitter(sitter)[0]
    _model(portrait)
    _paint(portrait)
    _eyes(portrait)
    _mouth(portrait)
    _stages(portrait)
    _write(portrait)


def _stages(portrait: Portrait) -> None:
    """The sitter's asymmetry and an exaggeration as layers that show nothing yet, and key stages that show both."""
    portrait.layers, portrait.states = {}, {}
    solution = portrait.sitter.solution
    assert solution is not None
    symmetric = portrait.surface(HEAD).positions.copy()
    lay = align(portrait.landmarks(), solution)[0]
    portrait.perform(states.store(portrait, HEAD, "Symmetric form")[0])
    edit, crooked = asymmetry.bring_over(portrait, HEAD, solution, lay)
    portrait.perform(edit)
    portrait.perform(states.store(portrait, HEAD, "With the sitter's asymmetry")[0])
    level = 0 if portrait.figure is None else portrait.figure.level
    mean = new_portrait(Figure(exaggerating.usual_person(portrait), level))
    edit, carried = exaggerating.begin(portrait, HEAD, exaggerating.usual_of([mean], portrait.pieces[HEAD]))
    portrait.perform(edit)
    portrait.perform(exaggerating.exaggerate(portrait, HEAD, carried, 1.6))
    portrait.perform(states.store(portrait, HEAD, "Caricature, 1.6 times")[0])
    portrait.perform(exaggerating.exaggerate(portrait, HEAD, carried, 1.0))
    portrait.perform(form_layers.weigh(portrait, HEAD, crooked, 0.0))
    assert (portrait.surface(HEAD).positions == symmetric).all()


def _mouth(portrait: Portrait) -> None:
    """Red as far as the lips touch each other, the line of the lower lip's edge, and teeth behind them."""
    surface = portrait.surface(HEAD)
    lines, found = lips.lines_on(portrait, HEAD), lips.lips_now(portrait, HEAD)
    near = surface.rows_in_ball(frame_of(found).origin, 60.0).astype(np.int64)
    upper = of_upper(surface, near, lines.upper_rows, lines.lower_rows)
    at, red = surface.positions[near].astype(np.float64), np.zeros(len(near))
    for share, edge, border in (
        (upper, found.upper_edge, found.upper),
        (1.0 - upper, found.lower_edge, found.lower),
    ):
        on = on_red(at, edge, border)
        out = np.clip((1.06 - on.out) / 0.14, 0.0, 1.0) * np.clip((1.0 - np.abs(on.along)) / 0.03, 0.0, 1.0)
        behind = np.interp(on.along, np.linspace(-1.0, 1.0, len(edge)), edge[:, 2]) - at[:, 2]
        height = np.abs(at[:, 1] - np.interp(on.along, np.linspace(-1.0, 1.0, len(edge)), edge[:, 1]))
        inner = (behind > 0.0) & (behind < 9.0) & (height < 1.5) & (np.abs(on.along) < 0.98)
        # in the corners, where edge and border meet, it fades into the skin
        corner = np.linalg.norm(at[:, None] - edge[[0, -1]], axis=2).min(axis=1)
        fades = np.clip((corner - 1.5) / 6.0, 0.0, 1.0)
        out *= fades * fades * (3.0 - 2.0 * fades)
        red = np.maximum(red, share * np.maximum(out * (np.abs(behind) < 14.0) * (on.out > -0.3), inner * fades))
    colour = surface.colour[near].copy()
    regions = portrait.pieces[HEAD].regions
    inside = np.maximum(regions["nostril_l"], regions["nostril_r"])[near, None] / 255.0  # it is dark in a nostril
    colour[:, :3] = np.round(colour[:, :3] + inside * ((74, 42, 38) - colour[:, :3].astype(float))).astype(np.uint8)
    tone = np.array([178.0, 104.0, 96.0])
    colour[:, :3] = np.round(colour[:, :3] + 0.88 * red[:, None] * (tone - colour[:, :3])).astype(np.uint8)
    rows = near.astype(np.int32)
    portrait.perform(Edit("Red of the lips", (RowsChange(HEAD, "colour", rows, surface.colour[rows].copy(), colour),)))
    portrait.perform(lips.change(portrait, found, "Lips"))
    portrait.perform(teeth.begin(portrait)[0])


def _eyes(portrait: Portrait) -> None:
    """Brown irises, as the photos show them, and lids as they are, so that the lower ones have wet lines."""
    for key in EYES:
        if portrait.pieces[key].eye is None:
            portrait.perform(eyes.adopt(portrait, key))
    outer, inner = IRISES["brown"]
    portrait.put_piece(replace(portrait.pieces[HEAD], skin_lids={}), "Lids as the clay has them")
    found = {key: eyes.standing(portrait.pieces[key]) for key in EYES}
    made = {k: replace(e, pattern=replace(e.pattern, seed=4, outer=outer, inner=inner)) for k, e in found.items()}
    portrait.perform(eyes.change(portrait, made, "Irises"))
    known = {key: found.lids for key in EYES if (found := lids.held(portrait, key)) is not None}
    portrait.put_piece(replace(portrait.pieces[HEAD], skin_lids=known), "Lids")


def _write(portrait: Portrait) -> None:
    portrait.history.close()
    pixels = picture.take(portrait, picture.direction(portrait, "three-quarter-left", 320, 320))
    FILE.write_bytes(container.to_bytes(portrait, picture.png(pixels), deflate=True))


def _stroke(
    portrait: Portrait,
    tool_id: str,
    path: list[tuple[float, float, float]],
    way: tuple[float, float, float],
    rgb: tuple[int, int, int] = (0, 0, 0),
    **changes: object,
) -> None:
    """One stroke along points in mm, seen along `way`."""
    spec = tool(tool_id)
    settings = replace(spec.settings, **changes)  # type: ignore[arg-type]
    context = StrokeContext(portrait, portrait.pieces[HEAD], settings, True, rgb, spec.channel)
    stroke = spec.make(context)
    next(stroke)
    direction = np.array(way) / np.linalg.norm(way)
    for i, point in enumerate(path):
        phase = "press" if i == 0 else "release" if i == len(path) - 1 else "move"
        try:
            stroke.send(PointerEvent(phase, np.array(point) - direction * 300, direction))  # type: ignore[arg-type]
        except StopIteration:
            return


def _model(portrait: Portrait) -> None:
    front = (0.0, 0.0, -1.0)
    _stroke(portrait, "move", [(0, -15, 0), (0, -18.5, 0)], front, size=34.0)
    _stroke(portrait, "move", [(0, -86, 0), (0, -92.5, 0)], front, size=64.0)
    _stroke(portrait, "clay", [(60, 2, 0), (56, -3, 0), (50, -6, 0), (44, -7, 0)], front, size=16.0, strength=0.3)
    _stroke(portrait, "clay", [(30, 45, 0), (22, 44, 0), (12, 41, 0)], front, size=12.0, strength=0.25)
    _stroke(portrait, "crease", [(22, -20, 0), (27, -30, 0), (31, -40, 0)], front, size=8.0, strength=0.18)
    _stroke(portrait, "smooth", [(24, -22, 0), (30, -34, 0), (33, -44, 0)], front, size=18.0, strength=0.5)


def _paint(portrait: Portrait) -> None:
    front = (0.0, 0.0, -1.0)
    base, red, brown = (222, 184, 158), (206, 138, 118), (122, 92, 76)
    surface = portrait.surface(HEAD)
    rows, tone = np.arange(len(surface), dtype=np.int32), np.tile(np.array([*base, 255], np.uint8), (len(surface), 1))
    portrait.perform(Edit("Fill Head", (RowsChange(HEAD, "colour", rows, surface.colour.copy(), tone),)))
    _stroke(portrait, "paint", [(44, -10, 0), (36, -18, 0), (40, -26, 0)], front, red, size=38.0, strength=0.42)
    _stroke(portrait, "paint", [(0, -12, 0), (4, -18, 0), (10, -18, 0)], front, red, size=18.0, strength=0.45)
    brow = [(11, 40, 0), (20, 44, 0), (32, 47, 0), (44, 44, 0), (50, 39, 0)]
    _stroke(portrait, "paint", brow, front, brown, size=8.0, strength=0.6)
    ear = [(84, 26, -12), (86, 10, -20), (80, -10, -12), (74, -24, -4)]
    _stroke(portrait, "paint", ear, (-1.0, 0.0, 0.0), red, size=26.0, strength=0.5)


if __name__ == "__main__":
    main()
