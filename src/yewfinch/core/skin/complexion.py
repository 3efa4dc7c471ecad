"""Complexions: the colour of a whole skin made from few dials, as layers to go on with.

What lies where is common practice among those who paint skin: redder at cheeks, nose, ears and rims of the lids,
yellower on the brow, bluer on a beard, violet under the eyes, mottled at three scales. Tones are those of the two-layer
model (`skin_optics.py`), by the individual typology angle (Chardon et al. 1991).
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.colour import to_srgb
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin import _pigment_kernels
from yewfinch.core.skin.colour_layer import DEPTH, Kind
from yewfinch.core.skin.noise import clouds, spots, veins
from yewfinch.core.skin.pigments import flat_tables, on_axes, pigments_of
from yewfinch.core.skin.scars import strewn
from yewfinch.core.skin.zones import Body

#: Tones that the model has, by the individual typology angle, degrees.
DARKEST, LIGHTEST = -65.0, 62.0
#: Hair under the skin and just over it, sRGB.
_BEARD = np.array([58.0, 58.0, 66.0])
#: How deep the fine height of pores and of scars goes at most, mm: common practice.
PORES, CUTS = 0.08, 0.2
#: Scars that can be asked for.
MOST_SCARS = 12
#: Regions that clothes cover from the sun, of bodies and busts.
_CLOTHED = ("chest", "belly", "shoulder", "upper arm", "thigh", "collar")


@dataclass(frozen=True)
class Complexion:
    """Dials.

    Attributes
    ----------
    tone : float, degrees
        The individual typology angle of the brow: 55 very light, 28 intermediate, 10 tan, -30 brown.
    blood : float
        0 pale to 1 ruddy.
    age : float, years
    sun : float
        0 to 1: how much of it the skin has had.
    beard : float
        0 none to 1 a dark shadow of one.
    tan : float
        0 to 1: how much browner skin is that clothes leave bare; it ends at their edge.
    scars : int
        How many there are.
    seed : int
        Of all that is left to chance.
    """

    tone: float = 48.0
    blood: float = 0.4
    age: float = 40.0
    sun: float = 0.3
    beard: float = 0.0
    tan: float = 0.0
    scars: int = 0
    seed: int = 1

    def __post_init__(self) -> None:
        if not DARKEST <= self.tone <= LIGHTEST:
            raise YewfinchError(phrase("Tones go from {0:g} to {1:g} degrees (typology angle).", DARKEST, LIGHTEST))
        shares = (self.blood, self.sun, self.beard, self.tan)
        if not all(0.0 <= v <= 1.0 for v in shares) or not 0.0 <= self.age <= 120.0:
            raise YewfinchError("Blood, sun, beard and tan go from 0 to 100 %, the age from 0 to 120 years.")
        if not 0 <= self.scars <= MOST_SCARS:
            raise YewfinchError(phrase("{0} scars are the most that are strewn.", MOST_SCARS))


@dataclass(frozen=True, eq=False)
class Made:
    """A layer of a complexion.

    Attributes
    ----------
    key, name : str
    kind : {"paint", "pigment"}
    values : (n, 4) uint8
        As a layer of that kind holds them.
    opacity : float
    mode : str
    more : dict of str to (n, 2) uint8
        What it carries besides: values and weights, by names of `qualities.QUALITIES`.
    depth : float, mm
        Of its fine height.
    """

    key: str
    name: str
    kind: Kind
    values: ByteArray
    opacity: float = 1.0
    mode: str = "normal"
    more: dict[str, ByteArray] = field(default_factory=dict)
    depth: float = DEPTH


def base_of(what: Complexion) -> DoubleArray:
    """Where the pigments of plain skin lie on their axes, (4,), for a tone and so much blood.

    Lightness and yellow follow from the typology angle, the red from faces that were measured: European ones have an a*
    of 8 to 16 in CIELAB, African ones of 7 to 14 (Xiao et al. 2017).
    """
    b = 15.5 if what.tone > 0.0 else 15.5 + 0.08 * what.tone
    lightness = 50.0 + b * np.tan(np.radians(what.tone))
    red = 8.5 + 6.0 * what.blood
    pigments, _ = pigments_of(_srgb(np.array([[min(lightness, 76.0), red, b]])), oxygen=0.78)
    return np.asarray(on_axes(pigments)[0])


def _srgb(lab: DoubleArray) -> DoubleArray:
    """sRGB, 0 to 1, of CIELAB (n, 3) under D65."""
    y = (lab[:, 0] + 16.0) / 116.0
    f = np.stack([y + lab[:, 1] / 500.0, y, y - lab[:, 2] / 200.0], axis=1)
    xyz = np.where(f > 6 / 29, f**3, 3 * (6 / 29) ** 2 * (f - 4 / 29)) * (0.95047, 1.0, 1.08883)
    linear = xyz @ np.array([[3.2406, -0.9689, 0.0557], [-1.5372, 1.8758, -0.2040], [-0.4986, 0.0415, 1.0570]])
    return np.clip(to_srgb(np.clip(linear, 0.0, 1.0)), 0.0, 1.0)


def layers_of(what: Complexion, body: Body, only: str = "") -> Iterator[tuple[str, Made | None]]:
    """The layers of a complexion, the lowest first: what is being made, and then it.

    Parameters
    ----------
    what : Complexion
    body : Body
        How much larger than usual its patterns are says how large spots, lines and patches come out.
    only : str
        The key of the only one that is wanted.
    """
    rng = np.random.default_rng(what.seed)
    seeds = [int(v) for v in rng.integers(1, 60_000, 16)]
    nothing = np.zeros((len(body.samples), 4), np.uint8)
    makers: tuple[tuple[str, str, Callable[[], Made | tuple[Kind, ByteArray] | None]], ...] = (
        ("skin", "Skin", lambda: ("paint", _skin(what, body))),
        ("deep", "Mottling, regions", lambda: _mottled(body, 30.0, 0.030, seeds[0])),
        ("middle", "Mottling, blotches", lambda: _mottled(body, 7.0, 0.040, seeds[1])),
        ("fine", "Mottling, fine", lambda: _mottled(body, 1.8, 0.050, seeds[2])),
        ("tan", "Tan line", lambda: _tan(what, body, seeds[12])),
        ("palms", "Palms and soles", lambda: _palms(what, body)),
        ("nipples", "Nipples", lambda: _nipples(body, seeds[13])),
        ("flush", "Flush", lambda: _flush(what, body, seeds[3])),
        ("under", "Under the eyes", lambda: _under(what, body)),
        ("vessels", "Fine vessels", lambda: _vessels(what, body, seeds[4])),
        ("freckles", "Freckles", lambda: _freckles(what, body, seeds[5])),
        ("spots", "Age spots", lambda: _age_spots(what, body, seeds[6])),
        ("moles", "Moles", lambda: _moles(what, body, seeds[7])),
        ("beard", "Beard shadow", lambda: _beard(what, body, seeds[8])),
        ("stubble", "Stubble", lambda: _stubble(what, body, seeds[8])),
        ("lips", "Lips", lambda: _lips(what, body, seeds[9])),
        ("brows", "Brows", lambda: _brows(what, body, seeds[10])),
        ("inside", "Inside nose and mouth", lambda: _inside(body)),
        ("nails", "Nails", lambda: _nails(what, body)),
        ("scars", "Scars", lambda: _scars(what, body, seeds[14])),
        ("sheen", "Sheen", lambda: Made("sheen", "Sheen", "paint", nothing, more=_sheen(what, body))),
        ("pores", "Pores", lambda: _pored(what, body, seeds[11], nothing)),
    )
    for key, name, make in makers:
        if only and key != only:
            continue
        yield name, None
        made = make()
        if made is not None:
            yield name, made if isinstance(made, Made) else Made(key, name, *made)


def _pored(what: Complexion, body: Body, seed: int, nothing: ByteArray) -> Made:
    return Made("pores", "Pores", "paint", nothing, more={"height": _pores(what, body, seed)}, depth=PORES)


def _skin(what: Complexion, body: Body) -> ByteArray:
    """The tone with its zones, opaque."""
    n = len(body.places)
    at = np.tile(base_of(what).astype(np.float32), (n, 1))
    brow = np.maximum(body.region("forehead", "temple"), 0.6 * body.region("scalp"))
    nose = body.at("prn", 15.0) + 0.8 * body.at("al", 9.0)
    ears = body.region("ear")
    lids = body.region("upper lid", "lower lid")
    rims = body.along("lid_upper", 1.6) + body.along("lid_lower", 1.6)
    chin = body.at("pg", 13.0)
    ends = body.region("fingers", "thumb", "toes")
    neck = body.region("neck", "collar")
    jaw = body.region("jaw")

    def add(zone: FloatArray, m: float, b: float, o: float, y: float) -> None:
        at[:] += _moves(np.clip(zone, 0.0, 1.0), m, b, o, y)

    add(brow, 0.0, -0.045, 0.0, 0.10)
    add(body.cheeks(), -0.015, 0.07, 0.10, 0.10)
    add(nose, -0.015, 0.08, 0.10, 0.11)
    add(ears, -0.025, 0.085, 0.10, 0.08)
    add(chin, 0.0, 0.035, 0.05, 0.05)
    add(lids, 0.012, 0.05, 0.0, 0.04)
    add(rims, 0.03, 0.14, 0.0, -0.05)
    add(jaw, 0.0, -0.015, -0.05, -0.02)
    add(neck, 0.0, -0.015, 0.0, 0.06)
    add(ends, 0.0, 0.05, 0.05, 0.05)
    # the sun reaches what looks up and forward more than what lies in the shade
    add(np.maximum(brow, nose), 0.05 * what.sun, 0.0, 0.0, 0.0)
    add(body.region("neck"), -0.02 * what.sun, 0.0, 0.0, 0.0)
    return _opaque(body.spread(at))


def _opaque(at: FloatArray) -> ByteArray:
    """Colours of pigments on their axes, (n, 4), as opaque paint."""
    out = np.empty((len(at), 4), np.uint8)
    _, forward, shape = flat_tables()
    _pigment_kernels.coloured(np.ascontiguousarray(np.clip(at, 0.0, 1.0), np.float32), forward, shape, out)
    return out


def _steps(moves: FloatArray) -> ByteArray:
    """Moves along the axes, (n, 4), -1 to 1, as a layer of pigments holds them."""
    return np.clip(np.round(128.0 + 127.0 * moves), 1, 255).astype(np.uint8)


def _moves(share: FloatArray, melanin: float, blood: float, oxygen: float, yellow: float) -> FloatArray:
    return np.asarray(share[:, None] * np.array([melanin, blood, oxygen, yellow], np.float32), np.float32)


def _mottled(body: Body, scale: float, by: float, seed: int) -> tuple[Kind, ByteArray]:
    """Redder here, yellower there, darker elsewhere, each in patches of its own."""
    wide = scale > 4.0
    at, octaves = (body.ground, 2) if wide else (body.pattern, 1)
    red, yellow = clouds(at, scale, seed + 1, octaves), clouds(at, 1.3 * scale, seed + 2, octaves)
    dark = clouds(at, 0.8 * scale, seed + 3, octaves)
    moves = _moves(red, -0.3 * by, 2.6 * by, 2.0 * by, 2.4 * by) + _moves(yellow, 0.0, -0.7 * by, 0.0, 4.0 * by)
    moves += _moves(dark, 1.0 * by, 0.0, -2.0 * by, 0.0)
    return "pigment", _steps(body.spread(moves) if wide else moves)


def _tan(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """Browner where clothes leave skin bare, up to the uneven edge of a collar, sleeves and trousers."""
    covered = body.region(*_CLOTHED)
    if what.tan < 0.02 or not covered.any():
        return None
    edge = np.clip((covered - 0.5) * 3.0 + 0.5 + 0.25 * clouds(body.places, 20.0, seed, 2), 0.0, 1.0)
    bare = (1.0 - edge) * (1.0 - 0.9 * body.palms if len(body.palms) else 1.0)
    return "pigment", _steps(body.spread(_moves(np.asarray(bare * what.tan, np.float32), 0.16, 0.02, 0.03, 0.06)))


def _palms(what: Complexion, body: Body) -> tuple[Kind, ByteArray] | None:
    """Palms and soles: redder and yellower, with hardly more melanin in dark skin than in fair."""
    if not len(body.palms) or not body.palms.any():
        return None
    dark = float(np.clip((45.0 - what.tone) / 90.0, 0.0, 1.0))
    return "pigment", _steps(body.spread(_moves(body.palms, -0.02 - 0.34 * dark, 0.07, 0.08, 0.07)))


def _nipples(body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """The areola with an uneven rim, and darker in its middle the nipple."""
    found = body.nipples()
    if not found:
        return None
    zone, tip = np.zeros(len(body.samples), np.float32), np.zeros(len(body.samples), np.float32)
    wander = 1.0 + 0.18 * clouds(body.samples, 9.0, seed, 2)
    for place in found:
        far = np.linalg.norm(body.samples - place.astype(np.float32), axis=1) * wander
        zone = np.maximum(zone, np.clip((13.0 - far) / 3.0, 0.0, 1.0))
        tip = np.maximum(tip, np.clip((5.0 - far) / 2.0, 0.0, 1.0))
    return "pigment", _steps(_moves(zone, 0.10, 0.12, 0.0, 0.0) + _moves(tip, 0.05, 0.07, 0.0, 0.0))


def _nails(what: Complexion, body: Body) -> Made | None:
    """Nails: pinker than skin and smooth, with a pale half moon at the root and a pale free edge."""
    if not body.nails:
        return None
    zone, pale = np.zeros(len(body.samples), np.float32), np.zeros(len(body.samples), np.float32)
    for nail in body.nails:
        middle = nail.middle.astype(np.float32)
        rows = np.flatnonzero((np.abs(body.samples - middle) < nail.long + nail.broad).all(axis=1))
        own = nail.at(body.samples[rows])
        x = ((body.samples[rows] - middle) @ nail.along.astype(np.float32)) / nail.long
        zone[rows] = np.maximum(zone[rows], own)
        pale[rows] = np.maximum(
            pale[rows], own * np.maximum(np.clip((x - 0.38) / 0.06, 0, 1), np.clip((-0.3 - x) / 0.1, 0, 0.6))
        )
    dark = float(np.clip((30.0 - what.tone) / 80.0, 0.0, 1.0))
    pink = np.array([224.0, 172.0, 160.0]) * (1.0 - 0.35 * dark)
    colour = pink + pale[:, None] * (np.array([238.0, 224.0, 212.0]) * (1.0 - 0.2 * dark) - pink)
    values = np.empty((len(zone), 4), np.uint8)
    values[:, :3], values[:, 3] = np.round(colour), np.round(200.0 * zone)
    values[zone == 0.0] = 0
    smooth = np.zeros((len(zone), 2), np.uint8)
    smooth[zone > 0.0, 0] = round(0.30 * 255)
    smooth[:, 1] = np.round(255.0 * zone)
    return Made("nails", "Nails", "paint", values, more={"roughness": smooth})


def _scars(what: Complexion, body: Body, seed: int) -> Made | None:
    """A few old cuts on face and arms: pale, red beside, sunk or raised."""
    if not what.scars:
        return None
    where = body.region("cheek", "forehead", "chin", "temple", "jaw") + 0.5 * body.region("forearm", "hand", "nose")
    n = len(body.samples)
    colour, height = np.zeros((n, 4), np.uint8), np.zeros((n, 2), np.uint8)
    dark = float(np.clip((30.0 - what.tone) / 80.0, 0.0, 1.0))
    pale = np.array([222.0, 186.0, 172.0]) * (1.0 - 0.42 * dark)
    red = np.array([186.0, 112.0, 100.0]) * (1.0 - 0.42 * dark)
    for scar in strewn(body.samples, body.wide(where), what.scars, seed, body.grown):
        alpha = np.maximum(0.62 * scar.core, 0.34 * scar.rim)
        share = (scar.core / np.maximum(scar.core + scar.rim, 1e-6))[:, None]
        over = alpha * 255.0 > colour[scar.rows, 3]
        rows = scar.rows[over]
        colour[rows, :3] = np.round(share * pale + (1.0 - share) * red)[over]
        colour[rows, 3] = np.round(255.0 * alpha[over])
        height[scar.rows, 0] = round(128.0 + 127.0 * scar.raised)
        height[scar.rows, 1] = np.maximum(height[scar.rows, 1], np.round(255.0 * scar.core)).astype(np.uint8)
    height[height[:, 1] == 0] = 0
    return Made("scars", "Scars", "paint", colour, more={"height": height}, depth=CUTS)


def _flush(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray]:
    """Blood in cheeks, nose, ears and chin, uneven at its rims."""
    zone = body.cheeks() + body.at("prn", 13.0) + 0.6 * body.region("ear") + 0.4 * body.at("pg", 12.0)
    zone = np.clip(zone, 0.0, 1.0) * (0.7 + 0.5 * clouds(body.ground, 11.0, seed, 3))
    moves = _moves(np.clip(zone, 0.0, 1.0), -0.012, 0.04 + 0.10 * what.blood, 0.12, 0.06 + 0.10 * what.blood)
    return "pigment", _steps(body.spread(moves))


def _under(what: Complexion, body: Body) -> tuple[Kind, ByteArray] | None:
    """Violet under the eyes: blood without oxygen shows through thin skin; browner in dark skin."""
    zone = np.clip(body.under_eyes(), 0.0, 1.0)
    if not zone.any():
        return None
    share = 0.6 + 0.5 * min(what.age / 60.0, 1.3)
    return "pigment", _steps(body.spread(_moves(zone * share, 0.035, 0.05, -0.22, -0.10)))


def _near(body: Body, zone: FloatArray, least: float) -> tuple[IndexArray, FloatArray]:
    """Samples that lie in a zone, and how much."""
    wide = body.wide(np.clip(zone, 0.0, 1.0))
    rows = np.flatnonzero(wide > least).astype(INDEX)
    return rows, wide[rows]


def _sown(body: Body, rows: IndexArray, moves: FloatArray) -> ByteArray:
    """Moves (k, 4) at some samples as a layer of pigments; none elsewhere."""
    out = np.full((len(body.samples), 4), 128, np.uint8)
    out[rows] = _steps(moves)
    return out


def _vessels(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """Fine red lines at the wings of the nose and on the cheeks."""
    rows, zone = _near(body, 1.1 * body.at("al", 8.0) + 0.45 * body.cheeks() + 0.5 * body.at("prn", 10.0), 0.03)
    if not len(rows):
        return None
    at = body.pattern[rows]
    lines = np.maximum(veins(at, 5.5, 0.42, seed), 0.6 * veins(at, 3.5, 0.30, seed + 1))
    strength = 0.10 + 0.12 * what.blood + 0.10 * min(what.age / 80.0, 1.0)
    return "pigment", _sown(body, rows, _moves(lines * zone, 0.0, strength, 0.05, 0.0))


def _freckles(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """Spots of melanin where the sun falls; few in dark skin."""
    dense = float(np.clip((what.tone - 5.0) / 40.0, 0.0, 1.0) * what.sun)
    if dense < 0.03:
        return None
    sunny = body.cheeks() + body.at("prn", 22.0) + 0.45 * body.region("forehead")
    sunny = np.clip(sunny + 0.3 * body.region("collar", "ear", "temple"), 0.0, 1.0)
    rows, zone = _near(body, sunny * np.clip(0.6 + 1.2 * clouds(body.ground, 18.0, seed + 5, 2), 0.0, 1.0), 0.03)
    if not len(rows):
        return None
    at = body.pattern[rows]
    big, tone = spots(at, 2.8, 0.75 * dense * zone, seed, each=3, least=0.35, irregular=0.35)
    small, other = spots(at, 1.4, 0.8 * dense * zone, seed + 3, each=3, least=0.4, irregular=0.3)
    share = np.maximum(big * (0.35 + 0.65 * tone), 0.8 * small * (0.3 + 0.7 * other))
    return "pigment", _sown(body, rows, _moves(share, 0.19, 0.0, 0.0, 0.14))


def _age_spots(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """Larger flat spots of old skin on brow, temples and cheeks."""
    old = float(np.clip((what.age - 45.0) / 40.0, 0.0, 1.0))
    where = body.region("forehead", "temple", "scalp", "cheek") + 0.5 * body.region("neck", "collar")
    rows, zone = _near(body, where, 0.02)
    if old <= 0.0 or not len(rows):
        return None
    there, tone = spots(body.pattern[rows], 9.0, 0.40 * old * zone, seed, each=2, least=0.25, irregular=0.5)
    return "pigment", _sown(body, rows, _moves(there * (0.4 + 0.6 * tone), 0.15, 0.0, 0.0, 0.14))


def _moles(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray]:
    """A few small dark marks; not on lids or lips."""
    held = body.region("upper lid", "lower lid", "upper lip", "lower lip", "mouth bag", "nostril")
    many = (0.004 + 0.005 * what.sun) * (1.0 - np.clip(body.wide(held), 0.0, 1.0))
    there, tone = spots(body.pattern, 3.4, many.astype(np.float32), seed, least=0.45, irregular=0.15)
    return "pigment", _steps(_moves(there * (0.6 + 0.4 * tone), 0.30, 0.03, 0.0, 0.1))


def _beard(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """The blue of hair under the skin."""
    if what.beard < 0.02:
        return None
    rows, zone = _bearded(body, seed)
    return "paint", _painted(body, rows, _BEARD, 0.30 * zone * what.beard)


def _stubble(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """What stands out of a shaven beard, as dots."""
    if what.beard < 0.02:
        return None
    rows, zone = _bearded(body, seed)
    share = np.minimum(0.95 * zone, 0.9)
    dots, _ = spots(body.pattern[rows], 0.8, share, seed, each=2, least=0.6, irregular=0.0)
    return "paint", _painted(body, rows, _BEARD, 0.40 * dots * zone * what.beard)


def _bearded(body: Body, seed: int) -> tuple[IndexArray, FloatArray]:
    return _near(body, body.beard() * np.clip(0.85 + 0.5 * clouds(body.places, 14.0, seed, 2), 0.0, 1.0), 0.03)


def _painted(body: Body, rows: IndexArray, rgb: DoubleArray, alpha: npt.NDArray[np.floating]) -> ByteArray:
    """One colour, 0 to 255, at some samples, with an alpha of 0 to 1 each; nothing elsewhere."""
    out = np.zeros((len(body.samples), 4), np.uint8)
    out[rows, :3] = np.round(rgb)
    out[rows, 3] = np.round(255.0 * np.clip(alpha, 0.0, 1.0)).astype(np.uint8)
    return out


def _lips(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """The red of lips, with fine creases along their own direction.

    It is paint: their skin is too thin for the model that the rest follows.
    """
    rows, zone = _near(body, np.maximum(body.region("upper lip"), body.region("lower lip")), 0.02)
    if not len(rows):
        return None
    at = body.pattern[rows].copy()
    at[:, 1:] *= 0.22  # lines run up and down
    line = clouds(at, 1.5, seed, 2) + 0.5 * clouds(body.pattern[rows], 6.0, seed + 3, 2)
    dark = float(np.clip((30.0 - what.tone) / 80.0, 0.0, 1.0))
    red = np.array([172.0, 82.0, 78.0]) * (1.0 - dark) + np.array([98.0, 52.0, 54.0]) * dark
    fill = 0.34 + 0.18 * what.blood - 0.10 * min(what.age / 90.0, 1.0)
    return "paint", _painted(body, rows, red, zone * (fill + 0.22 * line))


def _inside(body: Body) -> tuple[Kind, ByteArray] | None:
    """The dark red of nostrils and of the mouth behind the lips, which little light reaches."""
    rows, zone = _near(body, body.region("nostril", "mouth bag"), 0.02)
    return ("paint", _painted(body, rows, np.array([80.0, 44.0, 41.0]), zone)) if len(rows) else None


def _sheen(what: Complexion, body: Body) -> dict[str, ByteArray]:
    """How rough skin is: oily brow, nose and chin, dry cheeks and necks, moist lips, wet rims of the lids.

    Common practice; no published values.
    """
    oily = 0.8 * body.region("forehead") + body.at("prn", 12.0) + body.at("al", 7.0) + 0.7 * body.at("pg", 9.0)
    lips = np.maximum(body.region("upper lip"), body.region("lower lip"))
    rims = np.maximum(body.along("lid_upper", 0.9), body.along("lid_lower", 1.2))
    inside = body.region("mouth bag")
    dry = 0.06 * min(what.age / 80.0, 1.0)
    rough = 0.56 + dry - 0.12 * np.clip(oily, 0.0, 1.0) - 0.12 * lips - 0.22 * np.clip(rims, 0.0, 1.0)
    wet = np.clip(0.22 * lips + 0.8 * rims + 0.8 * inside, 0.0, 1.0)
    return {"roughness": _weighed(body.wide(rough.astype(np.float32)), 1.0), "wetness": _weighed(body.wide(wet), 1.0)}


def _weighed(value: FloatArray, weight: float) -> ByteArray:
    """Values of 0 to 1 (n,) with one weight, as layers carry them."""
    out = np.empty((len(value), 2), np.uint8)
    out[:, 0] = np.round(255.0 * np.clip(value, 0.0, 1.0))
    out[:, 1] = round(255.0 * weight)
    return out


def _pores(what: Complexion, body: Body, seed: int) -> ByteArray:
    """Fine height: pits of pores, larger on nose and cheeks, between crossing lines of the skin; creases of lips."""
    lips = np.clip(body.wide(np.maximum(body.region("upper lip"), body.region("lower lip"))), 0.0, 1.0)
    large = np.clip(body.wide(body.at("prn", 16.0) + body.at("al", 9.0) + 0.7 * body.cheeks()), 0.0, 1.0)
    at = body.pattern
    pits = np.maximum(clouds(at, 0.75, seed, 1) - 0.15, 0.0)
    lines = np.abs(clouds(at, 2.2, seed + 1, 2))
    squeezed = at.copy()
    squeezed[:, 1:] *= 0.25
    creases = clouds(squeezed, 1.1, seed + 2, 2)
    aged = 0.6 + 0.6 * min(what.age / 70.0, 1.2)
    skin = -(0.35 + 0.65 * large) * pits * 0.9 - 0.35 * aged * np.exp(-((lines / 0.10) ** 2))
    rise = (1.0 - lips) * skin + 0.8 * lips * creases
    out = np.empty((len(at), 2), np.uint8)
    out[:, 0] = np.clip(np.round(128.0 + 127.0 * np.clip(rise, -1.0, 1.0)), 1, 255)
    out[:, 1] = 255
    return out


def _brows(what: Complexion, body: Body, seed: int) -> tuple[Kind, ByteArray] | None:
    """Short hairs along the brows, drawn flat: they stand in for hair that is still to come."""
    rows, zone = _near(body, body.along("brow", 4.0), 0.05)
    if not len(rows):
        return None
    at = body.pattern[rows].copy()
    at[:, 0] = np.abs(at[:, 0])
    # hairs rise outwards: long in that direction, thin across it
    slant = np.stack([0.16 * (at[:, 0] + 0.4 * at[:, 1]), at[:, 1] - 0.4 * at[:, 0], 0.2 * at[:, 2]], axis=1)
    hairs = np.clip(1.8 * clouds(slant.astype(np.float32), 0.8, seed, 2) + 0.5, 0.0, 1.0)
    grey = float(np.clip((what.age - 50.0) / 40.0, 0.0, 0.7))
    dark = np.array([66.0, 47.0, 37.0]) if what.tone > 0.0 else np.array([32.0, 26.0, 24.0])
    rgb = dark + grey * (np.array([150.0, 146.0, 142.0]) - dark)
    return "paint", _painted(body, rows, rgb, np.clip(1.5 * zone - 0.3, 0.0, 1.0) * (0.34 + 0.42 * hairs))


def _warm() -> None:
    _opaque(np.zeros((1, 4), np.float32))


warmup.register("complexions", _warm)
