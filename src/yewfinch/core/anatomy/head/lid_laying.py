"""Lids laid on the eyeballs of a bent head, and the eyeballs placed behind them."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cached_property

import numpy as np

from yewfinch.core.anatomy.head import head_field, lids
from yewfinch.core.anatomy.head.cage import FREE
from yewfinch.core.anatomy.head.head_cage import LIDS
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: Skin over the eyeball is at least this thick, mm.
LEAST = 1.7
#: The outer corner lies at most this far behind the eyeball's centre, mm.
_ROUND = 0.5


class LidLayer:
    """Lays lids; knows which vertices of the plain head they are.

    Parameters
    ----------
    model : HeadModel
    """

    def __init__(self, model: HeadModel) -> None:
        self.model = model

    def laid(
        self, p: DoubleArray, at: Mapping[str, DoubleArray], scale: float
    ) -> tuple[DoubleArray, tuple[DoubleArray, DoubleArray]]:
        """Place the eyeballs behind the lids and lay the lids on them.

        Parameters
        ----------
        p : (n, 3) float64, mm
        at : mapping of landmark to (3,) mm
        scale : float
            Eyeball against the plain one.

        Returns
        -------
        (n, 3) float64, mm
        two (3,) float64, mm
            Centres of the left and right eyeball.
        """
        rest_eye = np.array(head_field.EYE)
        rows, weight, rest_away = self._lid_rows
        out = p.copy()
        centres = []
        for sign, side_rows in ((1.0, rows), (-1.0, self.model.mirror[rows])):
            pupil = at["p_l" if sign > 0 else "p_r"]
            # as deep as lets the margin's inner edge touch
            edge = self._margin if sign > 0 else self.model.mirror[self._margin]
            radius = head_field.EYE_RADIUS * scale + lids.CONTACT
            flat = out[edge, :2] - pupil[:2]
            depth = out[edge, 2] - np.sqrt(np.maximum(radius**2 - (flat**2).sum(axis=1), 1.0))
            near = (flat**2).sum(axis=1) < (0.8 * radius) ** 2
            deep = float(np.median(depth[near])) if near.any() else float(pupil[2]) - 13.2
            for key in ("en", "ex"):  # the corners lie before the ball or beside it
                corner = at[f"{key}_{'l' if sign > 0 else 'r'}"] - (pupil[0], pupil[1], 0.0)
                beside = float(np.hypot(corner[0], corner[1]))
                if beside < radius + 0.2:
                    deep = min(deep, float(corner[2]) - float(np.sqrt((radius + 0.2) ** 2 - beside**2)))
            # lids that had to reach far round the ball would fold into themselves
            outer = at["ex_l" if sign > 0 else "ex_r"]
            deep = min(deep, float(outer[2]) + _ROUND)
            centre = np.array([pupil[0], pupil[1], deep])
            centres.append(centre)
            away = out[side_rows] - centre
            size = np.linalg.norm(away, axis=1)
            wanted = rest_away + head_field.EYE_RADIUS * (scale - 1.0)
            # lid plate and crease may stand off, but not sink in
            thin = head_field.EYE_RADIUS * scale + np.minimum(0.7 * (rest_away - head_field.EYE_RADIUS), LEAST)
            wanted = np.where(self._plate, np.maximum(size, thin), wanted)
            # behind the margin the bag keeps the plain directions
            mirrored = np.array([sign, 1.0, 1.0])
            plain = (self.model.positions[rows] - rest_eye) * mirrored
            behind = self._deep[:, None]
            way = away / size[:, None] * (1 - behind) + plain / np.linalg.norm(plain, axis=1)[:, None] * behind
            way /= np.linalg.norm(way, axis=1)[:, None]
            laid = centre + way * wanted[:, None]
            out[side_rows] += weight[:, None] * (laid - out[side_rows])
        free = self._bag_caps
        for side, centre in (((free), centres[0]), (self.model.mirror[free], centres[1])):
            mirrored = np.array([1.0 if side is free else -1.0, 1.0, 1.0])
            out[side] = centre + (self.model.positions[free] - rest_eye) * mirrored * scale
        return out, (centres[0], centres[1])

    def off_the_balls(self, p: DoubleArray, eyes: tuple[DoubleArray, DoubleArray], scale: float) -> DoubleArray:
        """Push out whatever of the lids has come into an eyeball."""
        rows = self.model.rows_of(LIDS)
        out = p.copy()
        for side, centre in ((rows, eyes[0]), (self.model.mirror[rows], eyes[1])):
            away = out[side] - centre
            size = np.linalg.norm(away, axis=1)
            short = np.maximum((head_field.EYE_RADIUS * scale + 0.3 * lids.CONTACT) / size - 1.0, 0.0)
            out[side] += away * short[:, None]
        return out

    @cached_property
    def _lid_rows(self) -> tuple[IndexArray, DoubleArray, DoubleArray]:
        """Left vertices laid on the ball, how firmly, and their distance from it at rest."""
        rows = self.model.rows_of(LIDS)
        ring = self.model.place[rows, 0]
        weight = np.ones(len(rows))
        away = np.linalg.norm(self.model.positions[rows] - np.array(head_field.EYE), axis=1)
        off = np.clip((away - head_field.EYE_RADIUS - 0.7) / 1.2, 0.0, 1.0)  # the corners are not on the ball
        weight *= 1.0 - off * np.clip((9.6 - ring) / 1.1, 0.0, 1.0) * (ring > lids.OUTER_EDGE - 0.1)
        return rows, weight, away

    @cached_property
    def _plate(self) -> DoubleArray:
        return self.model.place[self._lid_rows[0], 0] < lids.OUTER_EDGE - 0.1

    @cached_property
    def _deep(self) -> DoubleArray:
        ring = self.model.place[self._lid_rows[0], 0]
        return np.clip((ring - 7.5) / 1.5, 0.0, 1.0).astype(float)

    @cached_property
    def _margin(self) -> IndexArray:
        return self.model.rows_of(LIDS, lids.INNER_EDGE)

    @cached_property
    def _bag_caps(self) -> IndexArray:
        """Free vertices behind the left eyeball."""
        p = self.model.positions
        away = np.linalg.norm(p - np.array(head_field.EYE), axis=1)
        return np.nonzero((self.model.chart == FREE) & (away < head_field.EYE_RADIUS + 3.0))[0].astype(INDEX)
