"""Small pieces of work on a portrait."""

import numpy as np

from yewfinch.core.anatomy.figure.pose import Pose
from yewfinch.core.anatomy.head.base_head import HEAD
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import form_layers, solids
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.demo.shapes import cube_sphere


def dent(portrait, rows, depth=3.0):
    """Some modelling: press rows in."""
    s = portrait.surface(HEAD)
    s.set_rows(rows, s.positions[rows] - depth * s.normals[rows])


NOD = Pose({"head": (18.0, 4.0, 30.0), "neck": (8.0, 0.0, 12.0), "jaw": (14.0, 0.0)})


def on(maker, portrait, pose=NOD):
    """Put a pose on."""
    portrait.perform(maker.stand(portrait, pose, "Pose"))


def off(maker, portrait):
    """Take the pose off."""
    portrait.perform(maker.stand(portrait, portrait.posed.pose, "Take the pose off", on=False))


def with_ball(n=40):
    portrait = Portrait()
    portrait.put_piece(Piece("clay", "Ball", cube_sphere(n)), "x")
    return portrait


def stroke(portrait, seed, layer=None, size=2.0):
    """What a tool does: rows moved in place, then remembered, with what follows from it on a layer."""
    surface = portrait.surface("clay")
    rng = np.random.default_rng(seed)
    centre = surface.positions[rng.integers(len(surface))]
    rows = surface.rows_in_ball(centre, 25.0)
    before = surface.positions[rows].copy()
    surface.set_rows(rows, before + rng.normal(size=(len(rows), 3)) * size)
    done = RowsChange("clay", "positions", rows, before, surface.positions[rows].copy())
    portrait.keep_stroke("Stroke", done, form_layers.after_stroke(portrait, "clay", layer, done) if layer else ())


def added(portrait, name=""):
    edit, key = form_layers.add(portrait, "clay", name)
    portrait.perform(edit)
    return key


def stack(portrait):
    return form_layers.stack_of(portrait, portrait.pieces["clay"])


def weighed(portrait, key, strength):
    portrait.perform(form_layers.weigh(portrait, "clay", key, strength))


def begun(portrait, kind, place=(0.0, 0.0, 0.0)):
    edit, key = solids.begin(portrait, kind, place)
    portrait.perform(edit)
    return key
