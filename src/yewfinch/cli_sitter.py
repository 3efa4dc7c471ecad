"""The command line's part on the sitter: photos, marks, the joint solve, likeness and the fitted head."""

from __future__ import annotations

import argparse
import math
import sys
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING, Any

from yewfinch.core.shared.errors import YewfinchError

if TYPE_CHECKING:
    from yewfinch.core.document.model.portrait import Portrait
    from yewfinch.core.sitter.photo import KnownDistance, Sitter
    from yewfinch.core.sitter.solution import Solution

#: Prints a sentence, or facts as JSON if that was asked for.
Tell = Callable[[argparse.Namespace, str, dict[str, Any]], int]

#: Stands for years that nothing was said about.
_AS_IS = -1.0

STALE = "The marks, size or sitter have changed since the sitter was solved. Run 'yewfinch solve' on the file first."


def add_commands(commands: Any, tell: Tell) -> None:
    """Put the commands into the parser."""

    def command(
        among: Any, name: str, words: str, run: Callable[[argparse.Namespace], tuple[str, dict[str, Any]]]
    ) -> argparse.ArgumentParser:
        p: argparse.ArgumentParser = among.add_parser(name, help=words)
        p.add_argument("file", type=Path)
        p.add_argument("--json", action="store_true", help="facts as JSON; see docs/cli.md")
        p.set_defaults(run=lambda args: tell(args, *run(args)))
        return p

    command(commands, "solve", "work out standpoints and the sitter from the marks on all photos", solve)
    p = command(commands, "likeness", "how far the clay lies from the sitter, landmark by landmark", likeness)
    size = p.add_mutually_exclusive_group()
    size.add_argument(
        "--scaled",
        action="store_true",
        default=None,
        help="leave differences of size out, as is done unless size was measured",
    )
    size.add_argument(
        "--sized",
        action="store_false",
        dest="scaled",
        help="let differences of size count, even if nothing measured it",
    )
    p.add_argument(
        "--stale", action="store_true", help="also where marks were changed since the solve; it is said then"
    )
    p = command(commands, "fit", "fit the base head to the sitter, as the window's 'Fit to the sitter' does", fit)
    p.add_argument("-o", "--out", type=Path, help="write here instead of into the file")
    p.add_argument("--asymmetry", action="store_true", help="also what the sitter's two sides differ in")

    p = commands.add_parser("sitter", help="photos, marks and what is known of the sitter")
    parts = p.add_subparsers(required=True, metavar="WHAT")
    p = command(parts, "add", "add a photo, on request with its marks and what is known of it", add)
    p.add_argument("photo", type=Path)
    p.add_argument("--marks", type=Path, help="CSV or JSON with the marks of this photo")
    p.add_argument("--lens", type=_lens, metavar="MM", help="35 mm equivalent, instead of what the file tells")
    p.add_argument("--cut", action="store_true", help="the file was cut out of a larger photo")
    p.add_argument("--mouth-open", action="store_true", help="the mouth is open on it")
    for side in ("left", "right"):
        p.add_argument(
            f"--iris-{side}",
            type=_span,
            metavar="X1,Y1,X2,Y2",
            help=f"the visible iris of the sitter's {side} eye, edge to edge in pixels",
        )
    _known(p)
    p = command(parts, "tell", "say who the sitter is and what was measured", tell_sitter)
    p.add_argument("--kind", choices=("any", "man", "woman"))
    p.add_argument("--age", choices=("adult", "child", "old"))
    p.add_argument("--years", type=_years, default=_AS_IS, help="years on the photos, or 'unknown'")
    _known(p)
    p.add_argument("--forget-known", action="store_true", help="take all measured distances away first")
    p = command(parts, "marks", "write all marks as CSV or JSON, or read them", marks)
    group = p.add_mutually_exclusive_group(required=True)
    group.add_argument("-o", "--out", type=Path)
    group.add_argument("--read", type=Path)


def _known(p: argparse.ArgumentParser) -> None:
    p.add_argument(
        "--known",
        type=_distance,
        action="append",
        default=[],
        metavar="A:B=MM[+-SPREAD]",
        help="a distance taken with calipers between two landmarks, as ex_l:ex_r=91.5 or ex_l:ex_r=91.5+-0.5; "
        "may be repeated",
    )


def _distance(text: str) -> KnownDistance:
    from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
    from yewfinch.core.sitter.photo import KnownDistance

    ends, _, value = text.partition("=")
    start, _, end = ends.partition(":")
    mm, _, spread = value.partition("+-")
    try:
        found = KnownDistance(start, end, float(mm), float(spread or 0.5))
    except ValueError:
        raise argparse.ArgumentTypeError(f"a distance is written like ex_l:ex_r=91.5, got {text!r}") from None
    if start not in LANDMARKS or end not in LANDMARKS or start == end:
        raise argparse.ArgumentTypeError(f"a distance needs two landmarks such as ex_l and ex_r, got {ends!r}")
    if not (1.0 <= found.mm <= 500.0 and 0.01 <= found.spread <= 50.0):
        raise argparse.ArgumentTypeError(
            f"a distance lies between 1 and 500 mm, its spread between 0.01 and 50 mm, got {value!r}"
        )
    return found


def _span(text: str) -> tuple[float, float, float, float]:
    try:
        a, b, c, d = (float(v) for v in text.split(","))
    except ValueError:
        raise argparse.ArgumentTypeError(f"a span is written like 512,640,548,641, got {text!r}") from None
    if not all(map(math.isfinite, (a, b, c, d))) or math.hypot(c - a, d - b) < 2.0:
        raise argparse.ArgumentTypeError(f"a span needs two places at least 2 pixels apart, got {text!r}")
    return a, b, c, d


def _lens(text: str) -> float:
    try:
        value = float(text)
    except ValueError:
        value = math.nan
    if not 5.0 <= value <= 2000.0:
        raise argparse.ArgumentTypeError(f"a lens lies between 5 and 2000 mm, got {text!r}")
    return value


def _years(text: str) -> float | None:
    from yewfinch.core.anatomy.lore.sex_and_age import OLDEST, YOUNGEST

    if text == "unknown":
        return None
    try:
        value = float(text)
    except ValueError:
        value = math.nan
    if not YOUNGEST <= value <= OLDEST:
        raise argparse.ArgumentTypeError(
            f"years lie between {YOUNGEST:g} and {OLDEST:g}, or are 'unknown', got {text!r}"
        )
    return value


def _load(args: argparse.Namespace) -> Portrait:
    from yewfinch.core.formats import container

    return container.load(args.file)


def _save(portrait: Portrait, source: Path, target: Path | None = None) -> None:
    from yewfinch.core.formats import container

    container.save(portrait, target or source, container.preview_of(source))


def _solved(portrait: Portrait) -> Solution:
    found = portrait.sitter.solution
    if found is None:
        raise YewfinchError("The sitter is not solved yet: run 'yewfinch solve' on the file first.")
    return found


def _stale(portrait: Portrait) -> bool:
    from yewfinch.core.sitter.digest import digest

    return _solved(portrait).digest != digest(portrait.sitter)


# --- the joint solve -------------------------------------------------------------------------


def solve(args: argparse.Namespace) -> tuple[str, dict[str, Any]]:
    """Solve and save."""
    from yewfinch.core.sitter.joint import solve_sitter

    portrait = _load(args)
    portrait.sitter, found = solve_sitter(portrait.sitter)
    _save(portrait, args.file)
    names = {p.id: p.name for p in portrait.sitter.photos}
    lines = [found.words(), *found.warnings(names)]
    if not portrait.sitter.size_measured:
        lines.append(
            "Size is not measured: likeness leaves it out. Give a distance with 'yewfinch sitter tell --known'."
        )
    photos = {}
    for f in found.fits:
        place = portrait.sitter.photo(f.photo).standpoint
        assert place is not None
        lines.append(
            f"{names[f.photo]:20s} {place.lens:6.1f} mm ±{f.lens_spread * 100:.0f} %, {f.marks} marks, {f.rms:.1f} px"
        )
        if f.swapped:
            lines.append(f"  left and right are exchanged on {names[f.photo]}")
        photos[names[f.photo]] = {
            "marks": f.marks, "rms_px": round(f.rms, 3), "turn_spread_deg": round(f.turn_spread, 3),
            "distance_spread_mm": round(f.distance_spread, 2), "lens_mm": round(place.lens, 2),
            "lens_spread": round(f.lens_spread, 4), "swapped": f.swapped,
        }  # fmt: skip
    lines += [f"left out: {names[b.photo]}: {b.words()}" for b in found.bad]
    lines += [f"not used: {names[i]}: {text}" for i, text in found.left_out.items()]
    landmarks = {
        k: {"mm": [round(float(v), 3) for v in found.points[found.index(k)]], "spread_mm": round(found.spread(k), 3),
            "placing_mm": round(float(found.placing[found.index(k)]), 3), "photos": [names[p] for p in found.seen[k]]}
        for k in found.seen
    }  # fmt: skip
    return "\n".join(lines), {
        "landmarks": landmarks,
        "photos": photos,
        "bad": [
            {"photo": names[b.photo], "landmark": b.key, "pixels": round(b.pixels, 1), "swapped": b.swapped}
            for b in found.bad
        ],
        "left_out": {names[i]: text for i, text in found.left_out.items()},
        "scale_spread": round(found.scale_spread, 4),
        "scale_source": found.scale_source,
        "size_measured": portrait.sitter.size_measured,
        "noise_mm": round(found.noise, 3),
        "doubt": {
            "shape": round(found.doubt.shape, 3),
            "placing": round(found.doubt.placing, 3),
            "strange": found.doubt.strange,
            "differently": list(found.doubt.differently),
            "moved": {names[i]: w for i, w in found.doubt.moved.items()},
            "strangers": [names.get(i, i) for i in found.doubt.strangers],
            "other_age": found.doubt.other_age or None,
            "other_chance": round(found.doubt.other_chance, 3),
            "other_size": round(found.doubt.other_size, 4),
        },
        "warnings": found.warnings(names),
    }


def likeness(args: argparse.Namespace) -> tuple[str, dict[str, Any]]:
    """Measure likeness; refused where marks have changed since the solve."""
    from yewfinch.app.rooms.likeness.fringes import Fringes
    from yewfinch.core.anatomy.head.face_lines import CURVES
    from yewfinch.core.session.bench import Bench
    from yewfinch.core.sitter import likeness as measuring

    portrait = _load(args)
    found = _solved(portrait)
    stale = _stale(portrait)
    if stale and not args.stale:
        raise YewfinchError(f"{STALE} With --stale the old solve is used.")
    bench = Bench(portrait)
    bench.standpoint.scaled = args.scaled
    scaled = bench.standpoint.leaves_size_out()
    result = measuring.likeness(portrait.landmarks(), found, scaled=scaled)
    names = {p.id: p.name for p in portrait.sitter.photos}
    gaps = [g for g in Fringes(bench).everything() if math.isfinite(g.rms)]
    offsets = [
        {
            "landmark": o.key,
            "off_mm": round(o.size, 3),
            "spread_mm": round(o.along, 3),
            "significant": o.significant,
            "left_up_forward_mm": [round(float(v), 3) for v in o.vector],
            "left_up_forward_spread_mm": [round(float(v), 3) for v in o.spread],
            "photos": [names.get(p, p) for p in o.photos],
        }
        for o in result.offsets
    ]
    facts = {
        "overall_mm": round(result.overall, 3),
        "size": round(result.size, 4),
        "scaled": scaled,
        "size_measured": portrait.sitter.size_measured,
        "out_of_date": stale,
        "regions": {r: {"mm": round(mm, 3), "landmarks": n} for r, (mm, n) in result.regions.items()},
        "offsets": offsets,
        "lines": [
            {
                "line": g.key,
                "photo": names.get(g.photo, g.photo),
                "off_mm": round(g.rms, 3),
                "worst_mm": round(float(g.signed[g.worst or 0]), 3),
            }
            for g in gaps
        ],
    }
    size = "size left out" if scaled else f"the clay is {(result.size - 1) * 100:+.1f} % in size"
    lines = [f"{result.overall:.2f} mm off over {len(result.offsets)} landmarks ({size})"]
    if stale:
        sys.stderr.write(f"yewfinch: {STALE}\n")
    lines.append("  ".join(f"{r} {mm:.1f}" for r, (mm, _n) in result.regions.items()))
    for o in result.offsets:
        lines.append(
            f"{'*' if o.significant else ' '} {o.size:5.2f} ±{o.along:4.2f} mm  {measuring.title(o.key):26s} "
            f"{o.words()}"
        )
    for g in gaps:
        lines.append(
            f"  {g.rms:5.2f} mm        {CURVES[g.key].plain:26s} {g.words()} (on '{names.get(g.photo, g.photo)}')"
        )
    return "\n".join(lines), facts


def fit(args: argparse.Namespace) -> tuple[str, dict[str, Any]]:
    """Fit the base head and save."""
    from yewfinch.core.anatomy.head.base_head import HEAD
    from yewfinch.core.document.figure.shaping import figures
    from yewfinch.core.document.verbs.fitting import SurfaceFit, person_of

    portrait = _load(args)
    _solved(portrait)
    if _stale(portrait):
        raise YewfinchError(STALE)
    if portrait.figure is None:
        raise YewfinchError(f"{args.file.name} holds no base head to fit. Begin one with 'yewfinch head'.")
    maker = figures()
    person = replace(portrait.figure.person, dials={})
    person = person_of(portrait, maker.shaper_of(person), person, lopsided=args.asymmetry)
    portrait.perform(maker.steer(portrait, person, "Base head: fitted to the sitter"))
    job = SurfaceFit(portrait, HEAD)
    done = job.without_lines()
    if job.photos:
        edit, done = job.carry_out()
        portrait.append(edit.changes)
    _save(portrait, args.file, args.out)
    return done.words(), {
        "landmarks": done.landmarks, "lines": done.lines, "moved_mm": round(done.moved, 3), "unseen": list(done.unseen),
        "size_measured": done.sized, "sex": round(person.sex, 3), "file": (args.out or args.file).name,
    }  # fmt: skip


# --- photos and what is known ----------------------------------------------------------------


def _with_known(sitter: Sitter, known: list[KnownDistance]) -> Sitter:
    rest = tuple(d for d in sitter.known if not any((d.start, d.end) == (n.start, n.end) for n in known))
    return replace(sitter, known=(*rest, *known))


def add(args: argparse.Namespace) -> tuple[str, dict[str, Any]]:
    """Add a photo and save."""
    from yewfinch.core.formats.marks import read_marks
    from yewfinch.core.sitter.photo import read_photo

    portrait = _load(args)
    photo, data = read_photo(args.photo, portrait.sitter.photos)
    spans = {
        f"iris_{side[0]}": span for side in ("left", "right") if (span := getattr(args, f"iris_{side}")) is not None
    }
    for span in spans.values():
        if not all(0 <= v <= limit for v, limit in zip(span, (photo.width, photo.height) * 2, strict=True)):
            raise YewfinchError(f"An iris lies outside '{photo.name}', which is {photo.width} x {photo.height} pixels.")
    photo = replace(photo, lens=args.lens or photo.lens, cut=args.cut, mouth_open=args.mouth_open, spans=spans)
    sitter, count = portrait.sitter.added(photo, data), 0
    if args.marks is not None:
        sitter, count = read_marks(sitter, args.marks, only=photo.name)
    portrait.sitter = _with_known(sitter, args.known)
    _save(portrait, args.file)
    facts = {
        "photo": photo.name,
        "marks": count,
        "width": photo.width,
        "height": photo.height,
        "lens_mm": photo.lens,
        "cut": photo.cut,
        "mouth_open": photo.mouth_open,
        "irises": sorted(spans),
        "known": _known_facts(portrait.sitter),
    }
    return f"Added '{photo.name}' with {count} marks.", facts


def tell_sitter(args: argparse.Namespace) -> tuple[str, dict[str, Any]]:
    """Say who the sitter is, and save."""
    from yewfinch.core.anatomy.lore.sex_and_age import age_of_years

    portrait = _load(args)
    sitter = replace(portrait.sitter, known=()) if args.forget_known else portrait.sitter
    sitter = _with_known(sitter, args.known)
    if args.kind is not None:
        sitter = replace(sitter, kind=args.kind)
    if args.age is not None:
        sitter = replace(sitter, age=args.age, years=None)
    if args.years != _AS_IS:
        age = args.age or (sitter.age if args.years is None else age_of_years(args.years))
        sitter = replace(sitter, years=args.years, age=age)
    if sitter != portrait.sitter:
        portrait.sitter = sitter
        _save(portrait, args.file)
    measured = ", ".join(f"{d.start}:{d.end} {d.mm:g} mm" for d in sitter.known) or "nothing"
    years = "" if sitter.years is None else f", {sitter.years:g} years"
    return f"The sitter: {sitter.kind}, {sitter.age}{years}; measured: {measured}.", {
        "kind": sitter.kind, "age": sitter.age, "years": sitter.years, "known": _known_facts(sitter),
        "size_measured": sitter.size_measured, "photos": len(sitter.photos),
    }  # fmt: skip


def _known_facts(sitter: Sitter) -> list[dict[str, Any]]:
    return [{"start": d.start, "end": d.end, "mm": d.mm, "spread_mm": d.spread} for d in sitter.known]


def marks(args: argparse.Namespace) -> tuple[str, dict[str, Any]]:
    """Write or read marks."""
    from yewfinch.core.formats.marks import read_marks, write_marks

    portrait = _load(args)
    if args.out is not None:
        count = write_marks(portrait.sitter, args.out)
        return f"Wrote {count} marks to {args.out.name}.", {"marks": count, "file": args.out.name}
    portrait.sitter, count = read_marks(portrait.sitter, args.read)
    _save(portrait, args.file)
    return f"Read {count} marks.", {"marks": count, "file": args.file.name}
