"""Hours of work in a minute: random operations one after another, with everything that must hold after each of them."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import (
    adapting,
    asymmetry,
    detail_levels,
    eyes,
    form_layers,
    fusing,
    guides,
    masking,
    pieces,
    placing,
    remeshing,
    solids,
    symmetrising,
    tidying,
)
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.formats import container
from yewfinch.core.mesh.repair.holes import half_edges
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.reshape.solid import KINDS
from yewfinch.core.sculpt import masks
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.outline import Outline
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere

#: Clay is kept small, so that many steps fit into the test.
MOST_PIECES, MOST_ROWS = 9, 9000


class Work:
    """A portrait, and somebody who does whatever comes to mind."""

    def __init__(self, seed):
        self.rng = np.random.default_rng(seed)
        self.p = Portrait()
        ball = cube_sphere(12, 50.0)
        self.p.pieces["ball"] = Piece("ball", "Ball", ball)
        self.done, self.refused = [], []

    def any(self, fit=None):
        """A piece, mostly one that `fit` says can be worked on: clay of its own that is not locked."""
        fit = fit or (lambda v: not v.fixed and v.follows is None and not v.locked)
        keys = [k for k, v in self.p.pieces.items() if fit(v)]
        return str(self.rng.choice(keys if keys and self.rng.random() < 0.85 else list(self.p.pieces)))

    def some(self):
        keys = list(self.p.pieces)
        return [str(k) for k in self.rng.choice(keys, min(len(keys), int(self.rng.integers(1, 4))), replace=False)]

    def masked(self, piece):
        return bool(piece.surface.mask.any()) and not piece.fixed and piece.follows is None and not piece.locked

    def camera(self):
        turn, tilt = self.rng.uniform(-180, 180), self.rng.uniform(-60, 60)
        return View(turn, tilt, (0, 0, 0), 900).camera(400, 300)

    def outline(self):
        low, high = sorted(self.rng.uniform(60, 340, 2)), sorted(self.rng.uniform(40, 260, 2))
        if self.rng.random() < 0.5:
            return Outline(self.camera(), np.array([[low[0], 0], [low[1], 300.0]]), False)
        box = [[low[0], high[0]], [low[1] + 20, high[0]], [low[1] + 20, high[1] + 20], [low[0], high[1] + 20]]
        return Outline(self.camera(), np.array(box), True)

    # --- what can be done: each makes an edit, or (edit, ...) -------------------------------

    def solid(self):
        return solids.begin(
            self.p,
            str(self.rng.choice([k for k in KINDS if k not in ("tube", "lathe", "plane")])),
            tuple(self.rng.uniform(-60, 60, 3)),
        )

    def settle_solid(self):
        return solids.settle(self.p, self.any(lambda v: v.solid is not None))

    def duplicate(self):
        return pieces.duplicate(self.p, self.any())

    def mirror(self):
        return pieces.mirror(self.p, self.any())

    def twin(self):
        return pieces.twin(self.p, self.any())

    def ring(self):
        return pieces.ring(
            self.p, self.any(), int(self.rng.integers(1, 4)), int(self.rng.integers(3)), (80.0, 0.0, 10.0)
        )

    def settle(self):
        return pieces.settle(self.p, self.some())

    def remove(self):
        return pieces.remove(self.p, self.some()[:1]) if len(self.p.pieces) > 1 else None

    def merge(self):
        return pieces.merge(self.p, self.some())

    def split(self):
        return pieces.split(self.p, self.any())

    def group(self):
        return pieces.group(self.p, self.some(), f"Group {self.rng.integers(3)}")

    def arrange(self):
        order = list(self.p.order or self.p.pieces)
        self.rng.shuffle(order)
        return pieces.arrange(self.p, order, {})

    def move(self):
        motion = placing.Motion.about(
            (0, 0, 0), self.rng.uniform(-20, 20, 3), self.rng.uniform(-30, 30, 3), self.rng.uniform(0.8, 1.2, 3)
        )
        return placing.moved(self.p, self.some(), motion, "Place")

    def stroke(self):
        """Clay pushed out in places, and the net adapted to it at times."""
        held = self.p.pieces[self.any()]
        if held.fixed or held.follows is not None:
            return None
        see_unlocked(self.p, held)
        s = held.surface
        rows = s.rows_in_ball(s.positions[self.rng.integers(len(s))], self.rng.uniform(5, 25))
        before = s.positions[rows].copy()
        change = RowsChange(held.id, "positions", rows, before, before + 3 * s.normals[rows] * s.free(rows)[:, None])
        edit = Edit("Stroke", (change,))
        if self.rng.random() < 0.5 and held.levels is None and not form_layers.stack_of(self.p, held).layers:
            self.p.perform(edit)
            more = adapting.refined(self.p, held.id, change, 4.0, bool(self.rng.integers(2)))
            self.p.append(more)
            return edit
        return edit

    def mask(self):
        held = self.p.pieces[self.any()]
        way = self.rng.integers(5)
        if held.follows is not None:
            return None
        see_unlocked(self.p, held)
        if way == 0:
            made = np.where(held.surface.positions[:, :1] > self.rng.uniform(-30, 30), 255, 0).astype(np.uint8)
        else:
            made = (masks.inverted, masks.softened, masks.grown, masks.cleared)[way - 1](held.surface)
        return masking.mask_edit(held, made, "Mask")

    def store(self):
        return masking.store(self.p, self.any(self.masked), f"mask {self.rng.integers(3)}")

    def shell(self):
        return masking.make_shell(
            self.p,
            self.any(self.masked),
            float(self.rng.uniform(1, 4)),
            str(self.rng.choice(["outward", "inward", "both"])),
        )

    def split_off(self):
        return masking.split_off(self.p, self.any(self.masked))

    def cut(self):
        return masking.cut_by(
            self.p, self.some(), self.outline(), keep=bool(self.rng.integers(2)), inside=bool(self.rng.integers(2))
        )

    def fuse(self):
        take = self.some()[:1] if self.rng.random() < 0.3 else []
        return fusing.fuse(
            self.p, [k for k in self.some() if k not in take], 6.0, join=float(self.rng.choice([0.0, 8.0])), take=take
        )

    def remesh_along_the_form(self):
        held = self.p.pieces[self.any()]
        where = str(self.rng.choice(["", remeshing.MASKED, *held.regions]))
        bent = float(self.rng.uniform(0, 1))
        return remeshing.remesh(self.p, held.id, remeshing.Layout(6.0, bent, where, float(self.rng.uniform(3, 9))))

    def guide(self):
        held = self.p.pieces[self.any()]
        middle = held.surface.bounds().mean(axis=0)
        camera = View().fit(held.surface.bounds().astype(float), 200, 200).camera(200, 200)
        return guides.drawn(self.p, held, camera, camera.project(middle + self.rng.normal(0, 4, (3, 3))))

    def remesh_with_detail(self):
        return remeshing.remesh_with_detail(self.p, self.any(), remeshing.Layout(9.0), 1)

    def thicken(self):
        return tidying.thicken(self.p, self.any(), float(self.rng.uniform(0.5, 4.0)))

    def begin_eyes(self):
        x, y, z = self.rng.uniform(-20, 20, 3)
        return eyes.begin(self.p, {"l": (x + 30.0, y, z + 50.0), "r": (x - 30.0, y, z + 50.0)})

    def change_eyes(self):
        held = self.p.pieces[self.any(lambda v: v.eye is not None)]
        eye = eyes.standing(held)
        look = tuple(float(v) for v in self.rng.normal(0, 100, 3))
        now = replace(eye, target=look, pupil=float(self.rng.uniform(2, 4)), converging=float(self.rng.uniform()))
        return eyes.change(self.p, {held.id: now}, "Eyes")

    def settle_eye(self):
        return eyes.settle(self.p, self.any(lambda v: v.eye is not None))

    def seat_eye(self):
        clay = self.any(lambda v: v.eye is None)
        return eyes.seat(self.p, [self.any(lambda v: v.eye is not None)], clay, float(self.rng.uniform(0.05, 1.0)))

    def take_asymmetry_apart(self):
        return asymmetry.take_apart(self.p, self.any())

    def mend(self):
        return tidying.mend(self.p, self.any())

    def reduce(self):
        held = self.p.pieces[self.any()]
        return tidying.reduce(self.p, held.id, max(60, len(held.surface.faces)))

    def even(self):
        return symmetrising.even(
            self.p, self.any(), str(self.rng.choice(list(symmetrising.WHERE))), str(self.rng.choice(["left", "right"]))
        )

    def sectors(self):
        return symmetrising.round_axis(self.p, self.any(), int(self.rng.integers(2, 6)), int(self.rng.integers(3)))

    def add_level(self):
        key = self.any()
        return detail_levels.add(self.p, key) if len(self.p.surface(key)) < 1500 else None

    def go_to_level(self):
        key = self.any()
        return detail_levels.go_to(self.p, key, int(self.rng.integers(detail_levels.count(self.p.pieces[key]))))

    def drop_finer(self):
        return detail_levels.drop_finer(self.p, self.any(lambda v: v.levels is not None))

    def layer(self):
        return form_layers.add(self.p, self.any())

    def weigh(self):
        held = self.p.pieces[self.any()]
        found = form_layers.stack_of(self.p, held).layers
        return form_layers.weigh(self.p, held.id, found[0].id, 0.5) if found else None

    def lock(self):
        locked = [k for k, v in self.p.pieces.items() if v.locked]
        held = self.p.pieces[locked[0] if locked else self.any()]
        self.p.put_piece(replace(held, locked=not held.locked), "Lock")
        return self.p.history.last()


WAYS = [w for w in vars(Work) if not w.startswith("_") and w not in ("any", "some", "masked", "camera", "outline")]
WAYS += ["mask", "stroke", "settle_solid"] * 2


def picture_of(portrait):
    """All that undo has to bring back."""
    return (
        {
            k: (
                v.name,
                v.surface.positions.copy(),
                v.surface.faces.copy(),
                v.surface.mask.copy(),
                v.surface.colour.copy(),
                v.follows,
                v.locked,
                sorted(v.regions),
                None if v.levels is None else (v.levels.current, v.levels.sizes),
            )
            for k, v in portrait.pieces.items()
        },
        tuple(portrait.order),
        {k: v.group for k, v in portrait.pieces.items()},
    )


def same(a, b):
    assert a[0].keys() == b[0].keys()
    for key in a[0]:
        for x, y in zip(a[0][key], b[0][key], strict=True):
            if isinstance(x, np.ndarray):
                np.testing.assert_array_equal(x, y, err_msg=key)
            else:
                assert x == y, key
    assert a[1:] == b[1:]


def holds(work, before):
    """What must hold after every step."""
    p = work.p
    assert problems(p) == [], work.done
    for key, held in p.pieces.items():
        s = held.surface
        if key in before[0] and before[0][key][6] and held.locked:
            np.testing.assert_array_equal(s.positions, before[0][key][1], err_msg=f"{work.done}: locked")
            np.testing.assert_array_equal(s.mask, before[0][key][3])
        if held.follows is not None:
            assert held.follows.source in p.pieces, (work.done, held.name)
            assert held.follows.fits(s, p.surface(held.follows.source)), work.done
        _, start, end = half_edges(s.faces)
        there, back = start * len(s) + end, end * len(s) + start
        assert len(np.unique(there)) == len(there) and np.isin(back, there).all(), (
            work.done,
            key,
        )  # each edge once to and once fro
        assert all(len(r) == len(s) for r in held.regions.values())
        fresh = s.normals.copy()
        s.mend_all_normals()
        np.testing.assert_allclose(fresh, s.normals, atol=2e-4, err_msg=f"{work.done}: normals")
        np.testing.assert_allclose(s.bounds(), [s.positions.min(axis=0), s.positions.max(axis=0)], atol=1e-4)


@pytest.mark.parametrize("seed", [0, 2, 3, 4, 6, 3016])  # the last one folds clay so that edges fall on one another
def test_whatever_is_done_can_be_undone_saved_and_opened(seed, tmp_path):
    work = Work(seed)
    carried_out(work, WAYS, 60, tmp_path)
    assert len(work.done) > 10


def carried_out(work, ways, steps, tmp_path):
    """Work at random; what must hold is looked at after each step, and all is undone, redone, saved and opened."""
    p, history = work.p, work.p.history
    states = [picture_of(p)]
    try:
        for _ in range(steps):
            way = str(work.rng.choice(ways))
            if not p.pieces:
                way = "solid"
            if len(p.pieces) >= MOST_PIECES:
                way = "remove"
            position, before = history.position, picture_of(p)
            try:
                edit = getattr(work, way)()
            except YewfinchError as error:
                assert str(error).endswith((".", "?")) and len(str(error)) > 12  # a sentence
                assert history.position == position, way
                same(picture_of(p), before)
                work.refused.append(way)
                continue
            edit = edit[0] if isinstance(edit, tuple) else edit
            if edit is None:
                continue
            if history.position == position:
                p.perform(edit)
            if sum(len(v.surface) for v in p.pieces.values()) > MOST_ROWS * 3:
                history.undo()
                continue
            work.done.append(way)
            states = [*states[: position + 1], picture_of(p)]
            holds(work, before)
            if work.rng.random() < 0.1:
                back = int(work.rng.integers(1, 4))
                at = max(0, history.position - back)
                history.go_to(at)
                same(picture_of(p), states[at])
                holds(work, states[at])
                if work.rng.random() < 0.5:
                    history.go_to(len(states) - 1)
                else:
                    states = states[: at + 1]
        container.save(p, tmp_path / "any.yewfinch")
        again = container.load(tmp_path / "any.yewfinch")
        same(picture_of(again), picture_of(p))
        again.history.close()
        for k in range(len(states) - 1, 0, -1):
            history.undo()
            same(picture_of(p), states[k - 1])
        for k in range(1, len(states)):
            history.redo()
            same(picture_of(p), states[k])
    finally:
        history.close()
