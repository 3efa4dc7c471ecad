"""The command line: a second front door onto the same core. Works without a display."""

from __future__ import annotations

import argparse
import json
import os
import sys
from collections.abc import Mapping
from pathlib import Path
from typing import TYPE_CHECKING, Any

from yewfinch import __version__, cli_sitter
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.view import DIRECTIONS

if TYPE_CHECKING:
    from yewfinch.core.document.model.portrait import Portrait
    from yewfinch.core.sitter.alignment import Alignment


#: Version of the JSON that commands print; docs/cli.md describes it.
SCHEMA = 1


#: Exit code for an error of our own (EX_SOFTWARE of BSD's sysexits.h).
OURS = 70


def main(argv: list[str] | None = None) -> int:
    """Run one command.

    Returns the exit code: 0 done, 1 what was asked for is at fault, 2 wrong words, 70 Yewfinch is at fault.
    """
    args = _parser().parse_args(argv)
    try:
        code = int(args.run(args))
        sys.stdout.flush()
    except YewfinchError as error:
        sys.stderr.write(f"yewfinch: {error}\n")
        return 1
    except BrokenPipeError:
        # whoever read the words has seen enough; nothing may be written at the interpreter's end either
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return 141
    except Exception as error:
        from yewfinch.core.session.journal import Journal, at_fault

        journal = Journal()
        journal.act(f"yewfinch {args.run.__name__.strip('_')}")
        sys.stderr.write(f"yewfinch: {at_fault(journal, error)}\n")
        return OURS
    return code


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
    p.add_argument("--raking", action="store_true", help="one hard lamp from the left, which shows the relief")
    p.add_argument("-o", "--out", type=Path, required=True)
    p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
    p.set_defaults(run=_render)

    p = commands.add_parser("head", help="a new portrait with a base head or figure")
    p.add_argument("-o", "--out", type=Path, required=True)
    p.add_argument("--preset", default="man", help="woman, man, child, old_woman or old_man")
    p.add_argument("--age", type=float, help="years")
    p.add_argument("--seed", type=int, default=0, help="number of a random person of that sex and age")
    p.add_argument("--asymmetry", type=float, default=0.0, help="part of the natural one, 0 to 2")
    p.add_argument("--level", type=int, choices=range(5), default=2)
    p.add_argument(
        "--dial", type=_setting, action="append", default=[], metavar="NAME=VALUE", help="-2 to 2; may be repeated"
    )
    p.add_argument("--set", type=_setting, action="append", default=[], metavar="MEASURE=MM", help="may be repeated")
    p.add_argument("--extent", choices=("head", "bust", "half", "full"), default="head", help="how much of the body")
    p.add_argument(
        "--body-dial", type=_setting, action="append", default=[], metavar="NAME=VALUE", help="-2 to 2; may be repeated"
    )
    p.add_argument(
        "--body-set",
        type=_setting,
        action="append",
        default=[],
        metavar="MEASURE=MM",
        help="stature, shoulders …; may be repeated",
    )
    p.add_argument("--heads", type=float, default=0.0, help="stature as a number of head heights")
    p.add_argument("--under-skin", action="store_true", help="with the skull and tissue-depth pegs")
    p.add_argument(
        "--pose", action="append", default=[], help="a ready-made pose: sitting, one_leg, fist_l …; may be repeated"
    )
    p.add_argument(
        "--turn",
        type=_turn,
        action="append",
        default=[],
        metavar="JOINT=DEG[,DEG …]",
        help="elbow_l=90, head=10,0,30 …; may be repeated",
    )
    p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
    p.set_defaults(run=_head)

    cli_sitter.add_commands(commands, _tell)

    p = commands.add_parser("sheet", help="a comparison sheet as PDF or PNG, or its numbers as CSV")
    p.add_argument("file", type=Path)
    p.add_argument("-o", "--out", type=Path, required=True)
    p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
    p.set_defaults(run=_sheet)

    p = commands.add_parser("measure", help="head measures beside published norms")
    p.add_argument("file", type=Path)
    p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
    p.set_defaults(run=_measure)

    p = commands.add_parser("export", help="write PLY, OBJ, STL or GLB")
    p.add_argument("file", type=Path)
    p.add_argument("-o", "--out", type=Path, required=True)
    p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
    p.set_defaults(run=_export)

    p = commands.add_parser("import", help="a new portrait of models in other formats: PLY, OBJ, STL, GLB, glTF")
    p.add_argument("files", type=Path, nargs="+", metavar="FILE")
    p.add_argument("-o", "--out", type=Path, required=True)
    p.add_argument(
        "--unit", choices=["mm", "cm", "m", "in"], help="of their numbers; else as each says, or as its size is likely"
    )
    p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
    p.set_defaults(run=_import)

    p = commands.add_parser("check", help="is the portrait sound?")
    p.add_argument("file", type=Path)
    p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
    p.set_defaults(run=_check)
    return parser


def _setting(text: str) -> tuple[str, float]:
    name, _, value = text.partition("=")
    try:
        return name, float(value)
    except ValueError:
        raise argparse.ArgumentTypeError(f"a setting is written like tip=0.5, got {text!r}") from None


def _turn(text: str) -> tuple[str, tuple[float, ...]]:
    name, _, value = text.partition("=")
    try:
        return name, tuple(float(v) for v in value.split(","))
    except ValueError:
        raise argparse.ArgumentTypeError(f"a turn is written like head=10,0,30, got {text!r}") from None


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


def _tell(args: argparse.Namespace, sentence: str, facts: Mapping[str, Any]) -> int:
    """Print a sentence or, if asked for, facts as JSON; exit code 0."""
    if args.json:
        _say(json.dumps({"yewfinch_json": SCHEMA, **facts}, indent=1, allow_nan=False))
    else:
        _say(sentence)
    return 0


def _open(args: argparse.Namespace) -> int:
    from yewfinch.app.main import main as window

    return window(args.rest)


def _render(args: argparse.Namespace) -> int:
    from yewfinch.core.formats import container
    from yewfinch.core.shared.files import write_atomic
    from yewfinch.core.show.looking import Looking
    from yewfinch.core.sitter.framing import framing
    from yewfinch.render import picture

    portrait = container.load(args.file)
    w, h = args.size
    if args.photo:
        photos = [p for p in portrait.sitter.photos if args.photo in (p.id, p.name)]
        if not photos:
            raise YewfinchError(f"There is no photo '{args.photo}' in {args.file.name}.")
        if photos[0].standpoint is None:
            raise YewfinchError(f"The photo '{args.photo}' has no standpoint yet.")
        camera = _laid_on(portrait).camera(photos[0].standpoint.camera())
        camera, _ = framing(photos[0]).camera(camera).fitted(w, h)
    else:
        camera = picture.direction(portrait, args.view, w, h)
    write_atomic(args.out, picture.png(picture.take(portrait, camera, looking=Looking(raking=args.raking))))
    return _tell(args, f"Wrote {args.out.name}.", {"file": args.out.name, "width": w, "height": h})


def _laid_on(portrait: Portrait) -> Alignment:
    """The clay laid onto the sitter; as it stands if they share too little."""
    from yewfinch.core.shared.errors import CannotSolveError
    from yewfinch.core.sitter.alignment import AS_IS, align

    if portrait.sitter.solution is None:
        return AS_IS
    try:
        return align(portrait.landmarks(), portrait.sitter.solution, scaled=not portrait.sitter.size_measured)[0]
    except CannotSolveError:
        return AS_IS


def _sheet(args: argparse.Namespace) -> int:
    from yewfinch.app.rooms.likeness.comparison_sheet import write_sheet_headless
    from yewfinch.core.formats import container

    return _tell(args, write_sheet_headless(container.load(args.file), args.out), {"file": args.out.name})


def _head(args: argparse.Namespace) -> int:
    from dataclasses import replace

    from yewfinch.core.anatomy.body.physique import Physique
    from yewfinch.core.anatomy.figure.person import PRESETS, Figure
    from yewfinch.core.document.figure.new_portrait import new_portrait
    from yewfinch.core.formats import container

    if args.preset not in PRESETS:
        raise YewfinchError(f"There is no base head '{args.preset}'. Use one of {', '.join(PRESETS)}.")
    person = PRESETS[args.preset][1]
    person = replace(
        person, age=person.age if args.age is None else args.age, seed=args.seed, asymmetry=args.asymmetry,
        dials=dict(args.dial), measures=dict(args.set),
    )  # fmt: skip
    physique = Physique(dict(args.body_dial), dict(args.body_set), args.heads)
    portrait = new_portrait(Figure(person, args.level, args.extent, physique))
    portrait.name = args.out.stem
    if args.under_skin:
        from yewfinch.core.document.figure.shaping import figures

        portrait.perform(figures().under_skin(portrait))
    if args.pose or args.turn:
        _stand(portrait, args)
    container.save(portrait, args.out)
    count = len(portrait.surface("head"))
    return _tell(args, f"Wrote {args.out.name}: {grouped(count)} vertices.", {"file": args.out.name, "vertices": count})


def _stand(portrait: Portrait, args: argparse.Namespace) -> None:
    """Put the figure into the poses that were asked for."""
    from yewfinch.core.anatomy.body.skeleton import JOINTS
    from yewfinch.core.anatomy.figure.pose import Pose
    from yewfinch.core.anatomy.figure.pose_presets import PRESETS
    from yewfinch.core.document.figure.shaping import figures

    pose = Pose()
    for key in args.pose:
        if key not in PRESETS:
            raise YewfinchError(f"There is no pose '{key}'. Use some of {', '.join(PRESETS)}.")
        pose = PRESETS[key].on(pose, args.extent)
    turns = {
        k: v + (0.0,) * (len(JOINTS[k].moves) - len(v)) if k in JOINTS else v for k, v in args.turn
    }  # moves not named stay at 0
    pose = Pose({**pose.angles, **turns})
    portrait.perform(figures().stand(portrait, pose, "Pose"))


def _measure(args: argparse.Namespace) -> int:
    from yewfinch.core.anatomy.lore.norms import NORMS, distance
    from yewfinch.core.formats import container

    points = container.load(args.file).landmarks()
    rows = [(n, distance(points, n.start, n.end)) for n in NORMS]
    lines = [
        f"{n.title:28s} {d:6.1f} mm   men {_norm(n.men)}  women {_norm(n.women)}" for n, d in rows if d is not None
    ]
    return _tell(args, "\n".join(lines), {n.key: d for n, d in rows if d is not None})


def _norm(value: tuple[float, float | None]) -> str:
    mean, spread = value
    return f"{mean:.1f}" if spread is None else f"{mean:.1f} ({spread:.1f})"


def _export(args: argparse.Namespace) -> int:
    from yewfinch.core.formats import container, transfer

    return _tell(args, transfer.export(container.load(args.file), args.out), {"file": args.out.name})


def _import(args: argparse.Namespace) -> int:
    from yewfinch.core.document.model.portrait import Portrait
    from yewfinch.core.formats import container, transfer
    from yewfinch.core.formats.exchange.model import UNITS
    from yewfinch.core.formats.model_files import read_model

    portrait = Portrait()
    lines, facts = [], []
    for file in args.files:
        model = read_model(file)
        unit = args.unit or model.likely()
        found = transfer.pieces_of(model, file.name, set(portrait.pieces), unit)
        transfer.add_pieces(portrait, found, f"Import {file.name}")
        size = model.height * UNITS[unit][1]
        why = (
            "as it says"
            if model.unit == unit
            else "as you say"
            if args.unit
            else "by its size; say --unit if that is wrong"
        )
        lines += [
            f"{file.name}: {len(found)} pieces, {size:.0f} mm at its longest, in {UNITS[unit][0]} {why}.",
            *model.notes,
        ]
        facts.append(
            {
                "file": file.name,
                "pieces": [p.id for p in found],
                "vertices": sum(len(p.surface) for p in found),
                "unit": unit,
                "said": model.unit,
                "longest_mm": size,
                "notes": list(model.notes),
            }
        )
    portrait.name = args.out.stem
    container.save(portrait, args.out)
    return _tell(args, "\n".join([*lines, f"Wrote {args.out.name}."]), {"imported": facts, "file": args.out.name})


def _check(args: argparse.Namespace) -> int:
    from yewfinch.core.document.verbs.check import problems
    from yewfinch.core.formats import container

    portrait = container.load(args.file)
    found = problems(portrait)
    count = sum(len(p.surface) for p in portrait.pieces.values())
    sound = (
        f"{args.file.name} is sound: {len(portrait.pieces)} pieces, {count} vertices, "
        f"{len(portrait.sitter.photos)} photos, {len(portrait.anchors)} landmarks."
    )
    _tell(args, "\n".join(found) or sound, {
        "problems": found, "pieces": len(portrait.pieces), "vertices": count,
        "photos": len(portrait.sitter.photos), "landmarks": len(portrait.anchors),
    })  # fmt: skip
    return 1 if found else 0


if __name__ == "__main__":
    sys.exit(main())
