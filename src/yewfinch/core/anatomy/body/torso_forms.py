"""The trunk as forms: neck, shoulder girdle, rib cage, abdomen, pelvis. Frame and mm of `body_plan`."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.reshape.field_shapes import axes
from yewfinch.core.reshape.forms import Forms


def torso(build: Build) -> Forms:
    """Everything between the neck's ring and the groin, without limbs."""
    f = Forms(soft=4.0)
    _cage(f, build)
    _belly(f, build)
    _pelvis(f, build)
    _neck(f, build)
    _girdle(f, build)
    _back(f, build)
    _breast(f, build)
    _lines(f, build)
    return f


def _cage(f: Forms, b: Build) -> None:
    of, fat = b.of, b.fat * 0.8 + 6.0 * b.dial("chest")
    f.body(
        (0, of(1262, 1268, 1264), 2),
        (of(130, 143, 125) + fat, of(190, 184, 188), of(93, 102, 97) + fat),
        1.0,
        power=of(2.2, 2.0, 2.1),
    )
    f.body((0, of(1370, 1376, 1372), -8), (of(112, 118, 108) + fat, 94, of(72, 80, 73) + fat), 38.0)
    m, lean = b.muscle, of(7, 16, 7)
    f.body(
        (of(104, 127, 102), of(1262, 1296, 1262), -31), (32 * m + fat, of(125, 112, 124), 58), 46.0, axes(roll=-lean)
    )  # latissimus
    f.body((of(98, 108, 96), 1217, 19), (32 + fat, 88, 54), 46.0, axes(roll=-5))  # serratus


def _belly(f: Forms, b: Build) -> None:
    of, fat = b.of, b.fat
    belly = 27.0 * b.dial("belly") + 0.8 * max(b.dial("fullness"), 0.0) * 10.0
    width = of(104, 134, 118) + fat * 1.3 - 14.0 * b.dial("waist")
    deep = of(80, 96, 94) + fat * 1.2 + 0.5 * belly
    f.body((0, of(1106, 1094, 1092), 0.2 * belly), (width + 0.3 * belly, 170, deep), 50.0)
    hang = 22.0 * b.dial("slack")
    f.body((0, 1048 - hang, 22 + 0.2 * hang), (of(92, 94, 94) + fat, 106, of(70, 74, 84) + fat + belly), 50.0)
    side = of(88, 106, 94) + fat - 12.0 * b.dial("waist")
    f.body((side, of(1050, 1066, 1058), 2), (of(36, 34, 34), 74, 64), 56.0, axes(roll=6))  # oblique over the crest


def _pelvis(f: Forms, b: Build) -> None:
    of, fat = b.of, b.fat
    hips = 14.0 * b.dial("hips")
    f.body((0, 955, -6), (of(139, 134, 118) + fat + hips, 128, of(102, 102, 90) + fat), 60.0)
    f.bent(
        [(94, 1008, 62), (116, 1026, 20), (102, 1026, -48), (60, 1002, -80)],
        [of(8, 12, 9), of(9, 15, 10), of(10, 15, 11), 10],
        70.0,
    )  # iliac crest
    f.body(
        (of(108, 110, 98) + hips, of(888, 900, 900), -8),
        (of(44, 38, 34) + fat * 1.3 + 0.6 * hips, of(104, 92, 84), of(62, 58, 52)),
        54.0,
    )  # trochanter
    seat = 11.0 * b.dial("seat") + fat
    hang = 14.0 * b.dial("slack")
    f.body(
        (of(74, 72, 64), of(902, 906, 896) - hang, -62 + 0.4 * hang),
        (of(72, 66, 60) + seat, of(82, 78, 70) + seat, of(69, 67, 52) + seat),
        34.0,
    )
    f.body((of(92, 94, 80), 965, -36), (52, 84, 58 + fat * 0.5), 60.0)  # gluteus medius
    f.body((0, 872, 34), (of(36, 34, 30), 42, of(40, 44, 38)), 26.0)  # pubic mound


def _neck(f: Forms, b: Build) -> None:
    r = b.of(44.5, 50.0, 46.0) + b.fat * 0.4
    f.rods([(0, 1540, 20), (0, 1472, 8), (0, 1405, -12)], [r - 1, r, r + 8], 26.0)
    m = b.of(0.8, 1.0, 0.8)
    f.bent([(36, 1530, 40), (34, 1511, 46), (21, 1474, 57), (11, 1450, 60)], [9 * m, 9 * m, 7 * m, 5 * m], 20.0)
    t = 0.76 + 0.24 * b.muscle
    back = [(24, 1560, -13), (29, 1520, -14), (44, 1492, -12)]
    x, y, _ = b.joints["shoulder"]
    back += [(0.48 * x, y + 63, -8), (0.70 * x, y + 46, -8), (0.88 * x, y + b.of(26, 34, 26), -8)]
    f.bent(back, [17 * t, 19 * t, 22 * t, 24 * t, 23 * t, 21 * t], 44.0)


def _girdle(f: Forms, b: Build) -> None:
    s, of = b.joints["shoulder"], b.of
    m = b.muscle
    f.rods([(50, 1408, -6), s + (-14, -2, -2)], [46, of(34, 38, 34)], 40.0)
    f.body(
        (of(137, 142, 135), of(1328, 1336, 1330), of(-14, -6, -14)),
        (of(30, 20, 30), of(44, 34, 46), of(54, 42, 54)),
        22.0,
        axes(roll=-12),
    )  # folds of the armpit
    # pectorals in two parts, collarbone and breastbone
    p = (m - 0.35) * 1.5
    if p > 0.1:
        f.muscle((24, 1372, 78), s + (16, -34, 34), 18 * p + 8, 40, 26.0, (0.1, 1, 0.25))
        f.muscle((20, 1314, 92), s + (6, -54, 36), 19 * p + 8, 46, 26.0, (0.3, 1, 0.2))


def _back(f: Forms, b: Build) -> None:
    m, fat = b.muscle, b.fat
    f.body((80, 1338, -80), (50, 84, 20 + 6 * m), 38.0, axes(yaw=-26, pitch=6))  # shoulder blade
    r = b.of(7.5, 9.0, 5.0)
    f.bent([(52, 1374, -96 - r + 9), (105, 1392, -82), (152, 1418, -40)], [r - 1, r, r + 1], 32.0)  # its spine
    f.muscle(
        (96, 1306, -92), b.joints["shoulder"] + (18, -36, -30), 19 * m, 36, 30.0, (0.4, 1, 0)
    )  # infraspinatus, teres
    f.body((23, 1340, -83), (45, 104, 24 + 7 * m), 44.0)
    f.bent(
        [(32, 1320, -82), (22, 1240, -80), (12, 1170, -76), (6, 1110, -72)],
        [14 + 6 * m, 11 + 5 * m, 7 + 3 * m, 4],
        44.0,
    )  # lower trapezius
    lower = [(56, 1080, -62), (80, 1150, -60), (104, 1220, -54), (118, 1270, -50)]
    f.bent(lower, [8, 14 + 3 * m, 15 + 6 * m, 10], 50.0)  # latissimus to the sacrum
    f.bent(
        [(26, 1340, -84), (25, 1398, -68), (20, 1446, -42)], [15 + 6 * m, 13 + 5 * m, 10], 50.0
    )  # and up to the nape
    r = 21 + 5 * m + 0.5 * fat
    f.bent(
        [(32, 925, -70), (36, 1040, -78), (35, 1150, -79), (34, 1260, -78), (30, 1350, -70)],
        [r - 6, r + 1, r - 2, r - 8, r - 14],
        44.0,
    )


def _breast(f: Forms, b: Build) -> None:
    size = (1.0 - b.sex) * b.grown * (1.0 + 0.28 * b.dial("breast") + 0.12 * b.dial("fullness"))
    hang = 26.0 * b.dial("slack")
    if size > 0.05:
        r = 46.0 * size ** (1 / 3)
        turn = axes(yaw=20)
        low = 1284 - hang
        f.body((76, low, 80 + 8 * size), (r * 1.04, r * 1.06 + 0.2 * hang, r * 0.84 * size**0.35), 30.0, turn)
        f.body((82, 1328 - 0.4 * hang, 68 - 0.2 * hang), (46, 58, 30), 36.0, turn)
    x, y = b.of(84, 104, 92), b.of(1278 - 1.1 * hang, 1306 - 0.3 * hang, 1310)
    front = f.onto([[x, y, 128.0]], 12)[0]
    f.body(front, (b.of(13, 10, 7), b.of(13, 10, 7), 1.0), 3.0, axes(yaw=22))
    f.body(front + (0.5, 0, 0.4), (b.of(3.4, 2.6, 2.0),) * 2 + (b.of(3.4, 1.8, 1.2),), 3.0)


def _lines(f: Forms, b: Build) -> None:
    """Bones and furrows that show."""
    crisp, of = b.crisp, b.of
    sx = b.joints["shoulder"][0]
    bone = [(14, 1451, 62), (38, 1454, 66), (66, 1455, 56), (96, 1456, 38), (126, 1452, 20), (sx, 1444, 2)]
    f.groove(bone, -3.2, 8.5)
    f.groove([(36, 1474, 52), (58, 1478, 42), (80, 1474, 26)], 4.5, 13.0)
    f.groove([(44, 1436, 78), (80, 1436, 62), (112, 1430, 48)], 2.4 * crisp, 11.0)
    f.body((0, 1457, 73), (8.5, 8.5, 8.5), 12.0, carve=True)
    front = _front(f, [1400, 1330, 1262])
    f.groove([(0.0, y, z) for y, z in front], 3.4 * crisp, 13.0)  # breastbone
    low = _front(f, [1225, 1150, 1080, 1000])
    f.groove([(0.0, y, z) for y, z in low], 2.4 * crisp, 12.0)
    edge = f.onto([(68, 1225, 100), (70, 1150, 100), (68, 1070, 95), (52, 985, 90)], 8)
    f.groove(edge, 2.0 * crisp, 18.0)
    ribs = f.onto([(10, 1250, 110), (48, 1205, 104), (84, 1150, 84)], 8)
    f.groove(ribs, -1.6 * crisp, 18.0)
    for y in (1180, 1120):
        f.groove(f.onto([(14, y, 105), (56, y + 8, 100)], 8), 1.3 * crisp * max(b.muscle, 0.4), 10.0)
    groin = f.onto([(20, 872, 90), (62, 912, 92), (112, 985, 78)], 8)
    f.groove(groin, 1.5 * crisp + 0.6, 20.0)
    (navel,) = f.onto([(0.0, of(1052, 1048, 1040), 130.0)], 12)
    f.groove([navel - (0, 0, 5), navel + (0, 0, 4)], 5.5, 5.5)
    back = f.onto([(0.0, y, -130.0) for y in (1380, 1280, 1180, 1080, 1000)], 12)
    f.groove(back, 3.0 * min(crisp, 1.2) + of(2.0, 2.0, 0.6), 24.0)
    f.groove([(0, 990, -97), (0, 965, -101), (0, 935, -108)], 4.0, 15.0)
    f.groove([(0, 944, -107), (0, 918, -110), (0, 890, -110), (0, 858, -90), (0, 846, -54)], 14.0, 12.0)
    f.groove(f.onto([(38, 1000, -110), (44, 1004, -105)], 8), 1.6, 10.0)  # dimples over the sacrum


def _front(f: Forms, heights: list[float]) -> list[tuple[float, float]]:
    at = f.onto([(0.0, y, 140.0) for y in heights], 12)
    return [(float(p[1]), float(p[2])) for p in np.asarray(at)]
