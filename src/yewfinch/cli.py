"""The command line: a second front door onto the same core. Works without a display."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path

from yewfinch import __version__
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.show.view import DIRECTIONS


def main(argv: list[str] | None = None) -> int:
    """Run one command; returns the exit code: 0 done, 1 the file is at fault, 2 wrong words."""
    args = _parser().parse_args(argv)
    try:
        return int(args.run(args))
    except YewfinchError as error:
        sys.stderr.write(f"yewfinch: {error}\n")
        return 1


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="yewfinch", description="Portrait sculpting that measures likeness.")
    parser.add_argument("--version", action="version", version=__version__)
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    p = commands.add_parser("open", help="open the window")
    p.add_argument("rest", nargs=argparse.REMAINDER)
    p.set_defaults(run=_open)

    p = commands.add_parser("render", help="a picture of a portrait as PNG")
    p.add_argument("file", type=Path)
    p.add_argument("--view", choices=tuple(DIRECTIONS), default="front")
    p.add_argument("--photo", help="from the standpoint of this photo instead (name or id)")
    p.add_argument("--size", type=_size, default=(800, 1000), metavar="WxH")
    p.add_argument("-o", "--out", type=Path, required=True)
    p.set_defaults(run=_render)

    p = commands.add_parser("likeness", help="how far the clay's landmarks lie from the photos'")
    p.add_argument("file", type=Path)
    p.add_argument("--json", action="store_true")
    p.set_defaults(run=_likeness)

    p = commands.add_parser("measure", help="head measures beside published norms")
    p.add_argument("file", type=Path)
    p.add_argument("--json", action="store_true")
    p.set_defaults(run=_measure)

    p = commands.add_parser("export", help="write PLY, OBJ, STL or GLB")
    p.add_argument("file", type=Path)
    p.add_argument("-o", "--out", type=Path, required=True)
    p.set_defaults(run=_export)

    p = commands.add_parser("check", help="is the portrait sound?")
    p.add_argument("file", type=Path)
    p.set_defaults(run=_check)
    return parser


def _size(text: str) -> tuple[int, int]:
    try:
        w, h = (int(v) for v in text.lower().split("x"))
    except ValueError:
        raise argparse.ArgumentTypeError(f"a size is written like 800x1000, got {text!r}") from None
    if not (16 <= w <= 8192 and 16 <= h <= 8192):
        raise argparse.ArgumentTypeError(f"each side must lie between 16 and 8192 pixels, got {text}")
    return w, h


def _say(text: str) -> None:
    sys.stdout.write(text + "\n")


def _open(args: argparse.Namespace) -> int:
    from yewfinch.app.main import main as window

    return window(args.rest)


def _render(args: argparse.Namespace) -> int:
    from yewfinch.core.formats import container
    from yewfinch.core.formats.exchange import write_atomic
    from yewfinch.render import picture

    portrait = container.load(args.file)
    w, h = args.size
    if args.photo:
        photos = [p for p in portrait.sitter.photos if args.photo in (p.id, p.name)]
        if not photos:
            raise YewfinchError(f"There is no photo '{args.photo}' in {args.file.name}.")
        if photos[0].standpoint is None:
            raise YewfinchError(f"The photo '{args.photo}' has no standpoint yet.")
        camera, _ = photos[0].standpoint.camera().fitted(w, h)
    else:
        camera = picture.direction(portrait, args.view, w, h)
    write_atomic(args.out, picture.png(picture.take(portrait, camera)))
    return 0


def _likeness(args: argparse.Namespace) -> int:
    from yewfinch.core.formats import container
    from yewfinch.core.sitter.likeness import likeness, overall, title

    portrait = container.load(args.file)
    found = likeness(portrait.sitter, portrait.landmarks())
    whole = overall(found)
    if args.json:
        rows = [
            {"landmark": o.key, "photo": o.photo, "off_mm": round(o.size, 3), "up_mm": round(o.up, 3),
             "right_mm": round(o.across, 3), "pixels": round(o.pixels, 2),
             "head_frame_mm": [round(float(v), 3) for v in o.vector]}
            for o in found
        ]  # fmt: skip
        _say(json.dumps({"rms_mm": whole, "offsets": rows}, indent=1))
        return 0
    if whole is None:
        _say("No photo is matched yet: there is nothing to compare.")
        return 0
    _say(f"{whole:.2f} mm off over {len(found)} marks")
    for o in found:
        _say(f"{o.size:6.2f} mm  {title(o.key):28s} {o.photo:10s} {o.words()}")
    return 0


def _measure(args: argparse.Namespace) -> int:
    from yewfinch.core.anatomy.norms import NORMS, distance
    from yewfinch.core.formats import container

    points = container.load(args.file).landmarks()
    rows = [(n, distance(points, n.start, n.end)) for n in NORMS]
    if args.json:
        _say(json.dumps({n.key: d for n, d in rows if d is not None}, indent=1))
        return 0
    for n, d in rows:
        if d is not None:
            _say(f"{n.title:28s} {d:6.1f} mm   men {_norm(n.men)}  women {_norm(n.women)}")
    return 0


def _norm(value: tuple[float, float | None]) -> str:
    mean, spread = value
    return f"{mean:.1f}" if spread is None else f"{mean:.1f} ({spread:.1f})"


def _export(args: argparse.Namespace) -> int:
    from yewfinch.core.formats import container, pieces

    _say(pieces.export(container.load(args.file), args.out))
    return 0


def _check(args: argparse.Namespace) -> int:
    from yewfinch.core.document.check import problems
    from yewfinch.core.formats import container

    portrait = container.load(args.file)
    found = problems(portrait)
    for text in found:
        _say(text)
    if not found:
        count = sum(len(p.surface) for p in portrait.pieces.values())
        _say(f"{args.file.name} is sound: {len(portrait.pieces)} pieces, {count} vertices, "
             f"{len(portrait.sitter.photos)} photos, {len(portrait.anchors)} landmarks.")  # fmt: skip
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
