"""Zones of the skin: how much each colour sample belongs to cheeks, nose, lids, lips, a beard and so on.

They follow the named regions, landmarks and lines that a piece has; what it lacks is nowhere.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.skin.hands import Nail

#: From the middle of the cheekbone and the wing of the nose, mm: where the cheek is reddest.
_CHEEK = np.array([0.0, -9.0, 0.0])

#: How far nipples lie to the side and below the notch of the breastbone, as parts of the breadth between the acromia:
#: those of the base body; and how near, mm, the foremost place is looked for.
_NIPPLE, _NEAR = (0.252, 0.354), 9.0


@dataclass(frozen=True, eq=False)
class Body:
    """What zones are found on: vertices, as zones are soft; colour samples lie between them.

    Attributes
    ----------
    places : (n, 3) float32, mm
        Where zones are told.
    samples : (N, 3) float32, mm
        Of all colour samples.
    spread : callable (values (n, k)) -> (N, k) float32
        Brings what is told there to the samples.
    regions : callable (name) -> (n,) float32 or None
        How much each place belongs to a named region, 0 to 1; None if there is none of that name.
    landmarks : mapping of key to (3,) float64, mm
    lines : mapping of key to (k, 3) float64, mm
    palms : (n,) float32
        How much each place belongs to palms and soles; empty if there are none.
    nails : tuple of Nail
    grown : float
        How much larger than usual patterns come out.
    """

    places: FloatArray
    samples: FloatArray
    spread: Callable[[FloatArray], FloatArray]
    regions: Callable[[str], FloatArray | None]
    landmarks: Mapping[str, DoubleArray]
    lines: Mapping[str, DoubleArray]
    palms: FloatArray = field(default_factory=lambda: np.empty(0, np.float32))
    nails: tuple[Nail, ...] = ()
    grown: float = 1.0

    @cached_property
    def pattern(self) -> FloatArray:
        """Where patterns are asked for at all samples, (N, 3) mm."""
        return self.samples if self.grown == 1.0 else self.samples / np.float32(self.grown)

    @cached_property
    def ground(self) -> FloatArray:
        """The same at all places, (n, 3) mm."""
        return self.places if self.grown == 1.0 else self.places / np.float32(self.grown)

    def nothing(self) -> FloatArray:
        """No sample at all."""
        return np.zeros(len(self.places), np.float32)

    def wide(self, zone: FloatArray) -> FloatArray:
        """A zone (n,) at all samples, (N,)."""
        return self.spread(np.asarray(zone, np.float32)[:, None])[:, 0]

    def region(self, *names: str) -> FloatArray:
        """The samples of regions together; of paired ones both sides."""
        out = self.nothing()
        for name in names:
            for key in (name, f"{name}_l", f"{name}_r"):
                member = self.regions(key)
                if member is not None:
                    out = np.maximum(out, member)
        return out

    def round_about(self, place: DoubleArray, reach: float) -> FloatArray:
        """Soft spots of a reach, mm, round a place (3,) mm: 1 in the middle."""
        far2 = ((self.places - place.astype(np.float32)) ** 2).sum(axis=1)
        return np.asarray(np.exp(-far2 / np.float32(reach * reach)), np.float32)

    def at(self, key: str, reach: float) -> FloatArray:
        """The same round a landmark, or both of a pair."""
        out = self.nothing()
        for name in (key, f"{key}_l", f"{key}_r"):
            if name in self.landmarks:
                out = np.maximum(out, self.round_about(self.landmarks[name], reach))
        return out

    def along(self, key: str, reach: float) -> FloatArray:
        """Soft bands of a reach, mm, along a line, or both of a pair."""
        from scipy.spatial import cKDTree

        out = self.nothing()
        for name in (key, f"{key}_l", f"{key}_r"):
            line = self.lines.get(name)
            if line is None or len(line) < 2:
                continue
            way = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))]
            fine = np.linspace(0.0, way[-1], max(int(way[-1] / 0.25), 2))
            dense = np.stack([np.interp(fine, way, line[:, k]) for k in range(3)], axis=1)
            low, high = dense.min(axis=0) - 2.5 * reach, dense.max(axis=0) + 2.5 * reach
            near = np.flatnonzero(((self.places >= low) & (self.places <= high)).all(axis=1))
            if len(near):
                far, _ = cKDTree(dense).query(self.places[near], distance_upper_bound=2.5 * reach)
                value = np.where(np.isinf(far), 0.0, np.exp(-((far / reach) ** 2)))
                out[near] = np.maximum(out[near], value.astype(np.float32))
        return out

    def cheeks(self) -> FloatArray:
        """Where cheeks flush."""
        out = self.nothing()
        for side in ("_l", "_r"):
            if f"zy{side}" in self.landmarks and f"al{side}" in self.landmarks:
                middle = 0.5 * (self.landmarks[f"zy{side}"] + self.landmarks[f"al{side}"]) + _CHEEK
                middle[2] = 0.3 * self.landmarks[f"zy{side}"][2] + 0.7 * self.landmarks[f"al{side}"][2]
                out = np.maximum(out, self.round_about(middle, 24.0))
        return out

    def nipples(self) -> list[DoubleArray]:
        """Where nipples lie, (3,) mm each: by the breadth of the shoulders, on what is foremost there."""
        marks, chest = self.landmarks, self.region("chest")
        if not {"acromion_l", "acromion_r", "suprasternale"} <= set(marks) or not chest.any():
            return []
        out = []
        middle, broad = marks["suprasternale"], float(np.linalg.norm(marks["acromion_l"] - marks["acromion_r"]))
        side = (marks["acromion_l"] - marks["acromion_r"]) / broad
        for way in (1.0, -1.0):
            wanted = middle + way * _NIPPLE[0] * broad * side - np.array([0.0, _NIPPLE[1] * broad, 0.0])
            off = self.places - wanted.astype(np.float32)
            near = np.flatnonzero((chest > 0.5) & (np.hypot(off @ side.astype(np.float32), off[:, 1]) < _NEAR))
            if len(near):
                out.append(self.places[near[np.argmax(self.places[near, 2])]].astype(np.float64))
        return out

    def under_eyes(self) -> FloatArray:
        """The hollow below the eyes, stronger towards the nose."""
        out = self.region("eye bag")
        for side in ("_l", "_r"):
            en, ex = self.landmarks.get(f"en{side}"), self.landmarks.get(f"ex{side}")
            if en is not None and ex is not None:
                for t, reach in ((0.2, 7.0), (0.5, 7.5), (0.75, 6.0)):
                    out = np.maximum(out, self.round_about(en + t * (ex - en) + np.array([0.0, -10.0, 2.0]), reach))
        return out

    def beard(self) -> FloatArray:
        """Where a beard grows: upper lip, chin, jaw, the sides to before the ears, and the upper neck; not the lips."""
        marks = self.landmarks
        if not {"sn", "gn", "sba_l", "sba_r", "t_l", "t_r"} <= set(marks):
            return self.region("jaw", "chin")
        x, y, z = self.places.T
        sn, gn = marks["sn"], marks["gn"]
        lobe = 0.5 * (marks["sba_l"] + marks["sba_r"])
        ear = 0.5 * (marks["t_l"] + marks["t_r"])
        t = np.clip((z - ear[2]) / max(sn[2] - ear[2], 1e-6), 0.0, 1.0)
        # from the lobe down the cheek to the corner of the mouth, then up to the nose
        top = lobe[1] + 6.0 + (sn[1] - 24.0 - lobe[1] - 6.0) * np.clip(t / 0.72, 0.0, 1.0)
        side = np.abs(x) / max(abs(marks["ch_l"][0]) if "ch_l" in marks else 25.0, 1e-6)
        top = np.where(t > 0.72, np.where(side < 1.1, sn[1] - 1.0, top), top)
        bottom = gn[1] - 34.0
        out = _step((top - y) / 6.0) * _step((y - bottom) / 16.0 + 0.5) * _step((z - ear[2] + 4.0) / 8.0)
        return np.asarray(out * (1.0 - self.region("upper lip", "lower lip", "mouth bag")), np.float32)


def _step(t: DoubleArray) -> DoubleArray:
    """0 below 0, 1 above 1, smooth between."""
    s = np.clip(t, 0.0, 1.0)
    return np.asarray(s * s * (3.0 - 2.0 * s))
