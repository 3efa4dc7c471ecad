"""The base head or figure in a portrait: begun anew, steered while strokes on it are kept, fitted to the sitter."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace

import numpy as np

from yewfinch.core.anatomy.body.physique import checked as checked_physique
from yewfinch.core.anatomy.figure.body_shape import BodyShape, BodyShaper
from yewfinch.core.anatomy.figure.casts import LATEST
from yewfinch.core.anatomy.figure.figure_model import FigureModel
from yewfinch.core.anatomy.figure.figure_places import corner_places
from yewfinch.core.anatomy.figure.figure_shape import FigureShape, FigureShaper
from yewfinch.core.anatomy.figure.head_shape import HeadShaper, Shape, plain_shaper
from yewfinch.core.anatomy.figure.person import EXTENTS, HEAD_ONLY, Figure, Person, checked
from yewfinch.core.anatomy.figure.pose import Bones, Pose, Posed
from yewfinch.core.anatomy.figure.pose import checked as checked_pose
from yewfinch.core.anatomy.head import head_field
from yewfinch.core.anatomy.head.base_head import HEAD, LEFT_EYE, RIGHT_EYE
from yewfinch.core.anatomy.head.eyeball import CORNEA_RADIUS, IRIS_DIAMETER, PUPIL_DIAMETER, eyeball
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import FINEST, HeadModel
from yewfinch.core.anatomy.head.head_places import texture_places
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.population.plain import plain_bodies
from yewfinch.core.document.figure import under_skin
from yewfinch.core.document.figure.posing import Poser, Stance, stood
from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.features.eyes.eye import FAR, Eye
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.surface.channel_spec import CLAY
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces, TexturePlaces
from yewfinch.core.shared.arrays import INDEX, ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, silent

LEVELS = tuple(range(FINEST + 1))
PIECES = (HEAD, LEFT_EYE, RIGHT_EYE)
#: Regions that lie in the dark, and how much of the clay's lightness they lose.
_HOLLOWS, _DARK = ("nostril_l", "nostril_r", "mouth bag"), np.array([0.62, 0.7, 0.7, 0.0])
_NAMES = {HEAD: "Head", "figure": "Figure", LEFT_EYE: "Left eyeball", RIGHT_EYE: "Right eyeball"}


class Figures:
    """Makes base heads and figures for portraits; one for all, it holds the plain head and bodies."""

    def __init__(self, shaper: HeadShaper) -> None:
        self.model = shaper.model
        self.shaper = shaper
        self._lately: list[tuple[tuple[Person, bool], Shape]] = []
        self._places: dict[tuple[str, int], CornerPlaces | None] = {}
        self._fine: dict[tuple[int, int], tuple[DoubleArray, DoubleArray]] = {}
        self._bodies: dict[int, BodyShaper] = {}
        self._crops: dict[tuple[str, int], FigureShaper] = {}
        self._whole: list[tuple[tuple[Figure, bool], FigureShape]] = []
        self._placed: list[tuple[tuple[Figure, bool], DoubleArray]] = []
        self._poser = Poser()

    def shape(self, person: Person, *, draft: bool = False) -> Shape:
        """The shape of a person, or its quick draft; the last few are kept.

        Raises
        ------
        YewfinchError
            If a value of the recipe makes no sense.
        """
        for held, shape in self._lately:
            if held == (person, draft):
                return shape
        shape = self.shaper_of(person).shape(checked(person), draft=draft)
        self._lately = [((person, draft), shape), *self._lately[:3]]
        return shape

    def shaper_of(self, person: Person) -> HeadShaper:
        """What makes heads of a person's cast."""
        return self.shaper if person.cast == LATEST else plain_shaper(person.cast)

    # --- bodies and joints ----------------------------------------------------------------

    def bodies_at_hand(self, cast: int = LATEST) -> bool:
        """Whether bodies can be made at once; else `prepare` takes up to a minute the first time."""
        return cast in self._bodies

    def prepare(self, progress: Progress = silent, cast: int = LATEST) -> None:
        """Fetch or compute what bodies are made from."""
        if cast not in self._bodies:
            self._bodies[cast] = BodyShaper(plain_bodies(progress, cast))

    def ready(self, figure: Figure, *, posed: bool = False, skull: bool = False) -> bool:
        """Whether a figure can be made at once, on request in a pose or with its skull.

        Else `make_ready` takes a while.
        """
        if skull and not under_skin.at_hand():
            return False
        if figure.crop != HEAD_ONLY and not self.bodies_at_hand(figure.person.cast):
            return False
        return not posed or self._poser.at_hand(self.layout(figure.crop), figure.crop)

    def make_ready(
        self, figure: Figure, progress: Progress = silent, *, posed: bool = False, skull: bool = False
    ) -> None:
        """Fetch or compute what a figure is made from, and what joints and the skull need."""
        if skull:
            under_skin.plain_skull(progress)
        if figure.crop != HEAD_ONLY:
            self.prepare(progress, figure.person.cast)
        if posed:
            self._poser.flesh(self.layout(figure.crop), figure.crop)

    def layout(self, crop: str) -> HeadModel | FigureModel:
        """The surface of an extent.

        Raises
        ------
        YewfinchError
            If there is no such extent.
        """
        if crop == HEAD_ONLY:
            return self.model
        cast = next(iter(self._bodies), LATEST)  # any: all have the same
        return self._shaper_of(crop, cast).model

    def _shaper_of(self, crop: str, cast: int) -> FigureShaper:
        if crop not in EXTENTS or crop == HEAD_ONLY:
            raise YewfinchError(phrase("There is no figure '{0}'. Use one of {1}.", crop, in_a_row(", ", EXTENTS)))
        self.prepare(cast=cast)
        if (crop, cast) not in self._crops:
            bodies = self._bodies[cast]
            held = next((s.model for (c, _), s in self._crops.items() if c == crop), None)
            self._crops[crop, cast] = FigureShaper(held or FigureModel(self.model, bodies.model, crop), bodies)
        return self._crops[crop, cast]

    def whole(self, figure: Figure, *, draft: bool = False) -> FigureShape:
        """A figure with its body; the last few are kept.

        Raises
        ------
        YewfinchError
            If a value of the recipe makes no sense, or the body's measures cannot be met together.
        """
        key = replace(figure, level=FORMED), draft
        for held, whole in self._whole:
            if held == key:
                return whole
        head = self.shape(figure.person, draft=draft)
        whole = self._shaper_of(figure.crop, figure.person.cast).shape(
            head, figure.person, checked_physique(figure.physique), draft=draft
        )
        self._whole = [(key, whole), *self._whole[:3]]
        return whole

    def body_of(self, figure: Figure) -> BodyShape:
        """The body of a figure that is no head alone; that of its draft if only that was made.

        Raises
        ------
        YewfinchError
            As `whole`.
        """
        for (held, _), whole in self._whole:
            if held == replace(figure, level=FORMED):
                return whole.body
        return self.whole(figure, draft=True).body

    # --- surfaces -------------------------------------------------------------------------

    def formed(self, figure: Figure, *, draft: bool = False) -> DoubleArray:
        """Vertices of a figure at the formed level, in the rows of its layout, (n, 3) mm."""
        if figure.crop == HEAD_ONLY:
            return self.shape(figure.person, draft=draft).positions
        return self.whole(figure, draft=draft).positions

    def positions(self, figure: Figure, *, draft: bool = False) -> DoubleArray:
        """Vertices of a figure in the rows of its surface, (n, 3) mm, read-only; the last two are kept."""
        key = figure, draft
        for held, found in self._placed:
            if held == key:
                return found
        found = self._worked_out_positions(figure, draft)
        found.setflags(write=False)
        self._placed = [(key, found), *self._placed[:1]]
        return found

    def _worked_out_positions(self, figure: Figure, draft: bool) -> DoubleArray:
        layout = self.layout(figure.crop)
        at = layout.at_level(self.formed(figure, draft=draft), figure.level)
        if figure.level > FORMED:
            lines = self._relief(figure)
            if isinstance(layout, FigureModel):
                of_head = layout.level(figure.level).head
                at[of_head >= 0] += lines[of_head[of_head >= 0]]
            else:
                at = at + lines
        return at[layout.order(figure.level)[1]]

    def _relief(self, figure: Figure) -> DoubleArray:
        """Fine lines of the head at a fine level, in the head's rows."""
        shaper, key = self.shaper_of(figure.person), (figure.person.cast, figure.level)
        if key not in self._fine:
            rest = self.model.at_level(shaper.model.positions, figure.level)
            order = self.model.order(figure.level)
            normals = np.empty_like(rest)
            normals[order[1]] = Surface(rest[order[1]], order[0]).normals
            self._fine[key] = rest, normals
        return shaper.cast.relief(*self._fine[key], figure.person.age)

    def pieces(self, figure: Figure) -> tuple[dict[str, Piece], dict[str, Anchor], dict[str, tuple[Anchor, ...]]]:
        """Pieces, landmarks and lines of a figure."""
        level, layout = figure.level, self.layout(figure.crop)
        faces, order = layout.order(level)
        member = layout.linear_at_level(layout.region.astype(np.float64), level)[order]
        region = np.round(member).astype(np.uint8)
        regions = {name: np.ascontiguousarray(region[:, i]) for i, name in enumerate(layout.regions)}
        head = Surface(self.positions(figure), faces, _shaded(regions))
        texture, name = None, _NAMES["figure"]
        if isinstance(layout, HeadModel):
            places = texture_places(layout, level)
            texture, name = TexturePlaces(places.uv[order], places.seam[order]), _NAMES[HEAD]
        corners = None if isinstance(layout, HeadModel) else self._corners(layout, level, head.faces)
        made = {HEAD: Piece(HEAD, name, head, regions=regions, texture=texture, corners=corners)}
        shape = self.shape(figure.person)
        for key, centre in zip((LEFT_EYE, RIGHT_EYE), shape.eyes, strict=True):
            surface, eye = _eye(shape, centre, key == LEFT_EYE)
            made[key] = Piece(key, _NAMES[key], surface, eye=eye)
        plain = self.shaper_of(figure.person).plain
        held = [*plain.anchors.values(), *(a for line in plain.lines.values() for a in line)]
        tied = iter(self._tied([a for a in held if a.piece == HEAD], figure, head))
        moved = iter([next(tied) if a.piece == HEAD else a for a in held])
        anchors = {k: next(moved) for k in plain.anchors}
        lines = {k: tuple(next(moved) for _ in line) for k, line in plain.lines.items()}
        return made, {**anchors, **self._body_anchors(figure, head)}, lines

    def _corners(self, layout: FigureModel, level: int, faces: IndexArray) -> CornerPlaces | None:
        """Texture places of a figure's faces, found once for each crop and level."""
        key = layout.crop, level
        if key not in self._places:
            self._places[key] = corner_places(layout, level, faces, layout.order(level)[1])
        found = self._places[key]
        return found and CornerPlaces(faces, found.uv)

    def _tied(self, held: list[Anchor], figure: Figure, surface: Surface) -> list[Anchor]:
        """Anchors on the plain head's formed level as anchors on a figure.

        By the same vertices, else the nearest point.
        """
        rows = self.model.order(FORMED)[1][np.array([a.corners for a in held])]
        layout = self.layout(figure.crop)
        if isinstance(layout, FigureModel):
            rows = layout.rows_from(HEAD)[rows]
        same = (rows >= 0).all(axis=1) & (figure.level >= FORMED)
        corners = self._rows_in_order(figure)[rows] if figure.level >= FORMED else rows
        out: list[Anchor | None] = [
            Anchor(HEAD, (int(c[0]), int(c[1]), int(c[2])), a.weights) if s else None
            for c, a, s in zip(corners, held, same, strict=True)
        ]
        far = [i for i, a in enumerate(out) if a is None]
        if far:
            formed = self.shape(figure.person).positions[self.model.order(FORMED)[1]]
            points = np.einsum(
                "nk,nkj->nj", [held[i].weights for i in far], formed[np.array([held[i].corners for i in far])]
            )
            for i, found in zip(far, nearest_anchors(HEAD, surface, points), strict=True):
                out[i] = found
        return [a for a in out if a is not None]

    def _rows_in_order(self, figure: Figure) -> IndexArray:
        """The surface's row of each row of the layout."""
        order = self.layout(figure.crop).order(figure.level)[1]
        out = np.empty(len(order), INDEX)
        out[order] = np.arange(len(order), dtype=INDEX)
        return out

    def _body_anchors(self, figure: Figure, surface: Surface) -> dict[str, Anchor]:
        """Landmarks below the head that a crop has."""
        layout = self.layout(figure.crop)
        if not isinstance(layout, FigureModel):
            return {}
        of_body, bodies = layout.rows_from("body"), self._bodies[figure.person.cast]
        rows = {k: int(of_body[r]) for k, r in bodies.rows.items() if k in LANDMARKS and of_body[r] >= 0}
        points = np.array([self.whole(figure).positions[r] for r in rows.values()])
        return dict(zip(rows, nearest_anchors(HEAD, surface, points), strict=True))

    # --- edits ----------------------------------------------------------------------------

    def begin(self, portrait: Portrait, figure: Figure, name: str) -> Edit:
        """Put a base head in the place of the present head, its eyeballs and its teeth; other pieces stay."""
        teeth = [k for k, p in portrait.pieces.items() if p.teeth is not None and p.teeth.clay == HEAD]
        gone = {*PIECES, *teeth}
        for key in (*PIECES, *teeth):
            held = portrait.pieces.get(key)
            if held is not None and held.locked:
                raise YewfinchError(
                    phrase("'{0}' is locked. Unlock it in the pieces to begin another base head.", held.name)
                )
        pieces, anchors, lines = self.pieces(figure)
        changes: list[Change] = [PieceChange(portrait.pieces.get(k), pieces[k]) for k in PIECES]
        changes += [PieceChange(portrait.pieces[k], None) for k in teeth]
        changes += [PieceChange(portrait.pieces[k], p) for k, p in self._under(portrait, figure).items()]
        kept = {k: a for k, a in portrait.anchors.items() if a.piece not in gone}
        other = {k: v for k, v in portrait.lines.items() if all(a.piece not in gone for a in v)}
        calipers = tuple(c for c in portrait.calipers if all(a.piece not in gone for a in c.points))
        guides = tuple(g for g in portrait.guides if g[0].piece not in gone)
        changes += [
            FieldChange("anchors", portrait.anchors, {**kept, **anchors}),
            FieldChange("lines", portrait.lines, {**other, **lines}),
            FieldChange("calipers", portrait.calipers, calipers),
            FieldChange("guides", portrait.guides, guides),
            FieldChange("figure", portrait.figure, figure),
            FieldChange("posed", portrait.posed, None),
        ]
        return Edit(name, tuple(changes))

    def steerable(self, portrait: Portrait) -> str:
        """Why the portrait's head cannot be steered; empty if it can."""
        figure = portrait.figure
        if figure is None:
            return "The clay was not begun with a base head. Begin one to steer it."
        piece = portrait.pieces.get(HEAD)
        if piece is None or any(k not in portrait.pieces for k in PIECES):
            return "The base head or an eyeball was taken out. Begin a new one to steer it."
        known = figure.crop == HEAD_ONLY or bool(self._bodies)  # else it is looked at once they are
        size = self.layout(figure.crop).size(figure.level) if known else len(piece.surface)
        if piece.levels is not None and size != len(piece.surface) and size in piece.levels.sizes:
            return phrase("The head was begun at level {0}. Go there to steer it.", piece.levels.sizes.index(size) + 1)
        if size != len(piece.surface):
            return "The head's faces were changed since it was begun, so it cannot be steered any more."
        bent = portrait.bent.get(HEAD)
        if bent is not None and bent.on:
            return "Parts of the clay are turned. Take that off in the panel Mask and parts to steer it."
        locked = [portrait.pieces[k].name for k in PIECES if portrait.pieces[k].locked]
        return phrase("'{0}' is locked. Unlock it to steer the base head.", locked[0]) if locked else ""

    def steer(
        self, portrait: Portrait, to: Person | Figure, name: str, *, draft: bool = False, from_draft: bool = False
    ) -> Edit:
        """Turn the present base head or figure into another person's; what was modelled on it goes along.

        Parameters
        ----------
        portrait : Portrait
        to : Person or Figure
            A person keeps the physique; a figure must have the present level and extent.
        name : str
            Of the undo step.
        draft : bool
            Quick, for a dial that is still being dragged; to be followed by a step that is none.
        from_draft : bool
            The present form is such a draft.

        Raises
        ------
        YewfinchError
            If the clay is no base head any more, or a value makes no sense.

        Notes
        -----
        A person of another cast than the present one gets its form, and the modelling goes along, too.
        """
        if portrait.figure is not None and portrait.figure.crop != HEAD_ONLY:
            self.prepare(cast=portrait.figure.person.cast)
        why = self.steerable(portrait)
        if why:
            raise YewfinchError(why)
        old = portrait.figure
        assert old is not None
        new = replace(old, person=to) if isinstance(to, Person) else to
        if (new.level, new.crop) != (old.level, old.crop):
            raise YewfinchError("Another level or extent needs a base head begun anew.")
        person = new.person
        shape, before = self.shape(person, draft=draft), self.shape(old.person, draft=from_draft)
        was_at = self.positions(old, draft=from_draft)  # kept from the step before
        step = self.positions(new, draft=draft) - was_at
        ratio = shape.eye_scale / before.eye_scale
        moves = {HEAD: lambda p: p + step}
        for key, place, at in zip((LEFT_EYE, RIGHT_EYE), shape.eyes, before.eyes, strict=True):
            moves[key] = _carried(at, place, ratio)
        posed = portrait.posed
        below = under_skin.carried(portrait)
        was, now = (self.pose_of(f, posed, draft=d).with_guides(below) for f, d in ((old, from_draft), (new, draft)))
        rest = {key: move(was.off(portrait, key).astype(np.float64)).astype(np.float32) for key, move in moves.items()}
        if not draft:
            rest |= {key: piece.surface.positions for key, piece in self._under(portrait, new).items()}
        teeth = shape.landmarks["sn"] - before.landmarks["sn"]  # teeth stand in the upper jaw, which is under the nose
        for key, piece in below.items():
            if piece.teeth is not None:
                rest[key] = (was.off(portrait, key) + teeth).astype(np.float32)
            elif draft:  # leaves the skull where it is
                rest[key] = was.off(portrait, key)
        return Edit(name, (*stood(portrait, now, rest, posed), FieldChange("figure", old, new)))

    # --- poses ----------------------------------------------------------------------------

    def pose_of(self, figure: Figure, posed: Posed | None, *, draft: bool = False) -> Stance:
        """What a pose does to each piece of a figure."""
        if posed is None or not posed.on:
            return Stance()
        return self._poser.standing(self.layout(figure.crop), figure, self.formed(figure, draft=draft), posed)

    def bones(self, figure: Figure) -> Bones:
        """The joints of a figure."""
        return self._poser.flesh(self.layout(figure.crop), figure.crop).bones(self.formed(figure))

    # --- under the skin -------------------------------------------------------------------

    def under_skin(self, portrait: Portrait, name: str = "Skull and pegs") -> Edit:
        """Put the skull and the tissue-depth pegs under the base head, or make them anew.

        Raises
        ------
        YewfinchError
            If the clay is no base head any more.
        """
        why = self.steerable(portrait)
        if why or portrait.figure is None:
            raise YewfinchError(
                why.replace("steer it", "see under its skin").replace("steer the base head", "see under its skin")
            )
        made = self._pieces_under(portrait.figure)
        rest = {key: piece.surface.positions.copy() for key, piece in made.items()}
        standing = self.pose_of(portrait.figure, portrait.posed).with_guides(made)
        for key, piece in made.items():
            piece.surface.set_rows(np.arange(len(rest[key]), dtype=INDEX), standing.on(key, rest[key]))
        changes: list[Change] = [PieceChange(portrait.pieces.get(key), piece) for key, piece in made.items()]
        posed = portrait.posed
        if posed is not None and posed.on:
            changes.append(FieldChange("posed", posed, replace(posed, rest={**posed.rest, **rest})))
        return Edit(name, tuple(changes))

    def _under(self, portrait: Portrait, figure: Figure) -> dict[str, Piece]:
        """Skull and pegs of a figure, as far as the portrait has them as guides."""
        held = under_skin.guides(portrait)
        made = self._pieces_under(figure) if held else {}
        return {k: replace(made[k], visible=p.visible, locked=p.locked, group=p.group) for k, p in held.items()}

    def _pieces_under(self, figure: Figure) -> dict[str, Piece]:
        shape = self.shape(figure.person)
        faces, order = self.model.order(FORMED)
        shaper = plain_shaper(1)  # the skull's field lies in the first plain head
        rest = dict(zip(shaper.keys, shaper.rest_landmarks, strict=True))
        return under_skin.pieces(Surface(shape.positions[order], faces), shape.landmarks, rest, figure.person.age)

    def bone_at(self, portrait: Portrait, point: DoubleArray) -> str | None:
        """The joint from which a place on the clay hangs most, (3,) mm; None if that part stays."""
        figure = portrait.figure
        if figure is None:
            return None
        at = portrait.surface(HEAD).positions
        row = int(self.layout(figure.crop).order(figure.level)[1][np.argmin(((at - point) ** 2).sum(axis=1))])
        return self._poser.flesh(self.layout(figure.crop), figure.crop).bone_of(row, figure.level)

    def stand(self, portrait: Portrait, pose: Pose, name: str, *, on: bool = True) -> Edit:
        """Put the clay in a pose, or take the pose off and keep it for later.

        What was modelled while a pose was on goes along; see `core.document.posing`.

        Raises
        ------
        YewfinchError
            If the clay is no base head any more, or the pose makes no sense.
        """
        figure = portrait.figure
        if figure is not None and figure.crop != HEAD_ONLY:
            self.prepare(cast=figure.person.cast)
        why = self.steerable(portrait)
        if why or figure is None:
            raise YewfinchError(why.replace("steer", "pose"))
        below = under_skin.carried(portrait)
        was = self.pose_of(figure, portrait.posed).with_guides(below)
        now = Posed(checked_pose(pose), on)
        rest = {key: was.off(portrait, key) for key in (*PIECES, *below)}
        return Edit(name, stood(portrait, self.pose_of(figure, now).with_guides(below), rest, now))


def _shaded(regions: Mapping[str, ByteArray]) -> ByteArray:
    """Clay that is darker in the hollows that no light reaches, (n, 4) uint8 sRGB."""
    hollow = np.max([regions[k] for k in _HOLLOWS if k in regions], axis=0)[:, None] / 255.0
    out = np.array(CLAY) * (1.0 - _DARK * hollow)
    out[:, 3] = 255
    return np.asarray(np.round(out), np.uint8)


def _eye(shape: Shape, centre: DoubleArray, left: bool) -> tuple[Surface, Eye]:
    """A base head's eyeball that looks straight ahead, and its measures."""
    ball, scale = eyeball((0.0, 0.0, 0.0), head_field.EYE_RADIUS), shape.eye_scale
    x, y, z = (float(v) for v in centre)
    corner = shape.landmarks["en_l" if left else "en_r"]
    eye = Eye(
        (x, y, z),
        (0.0, y, z),
        2.0 * head_field.EYE_RADIUS * scale,
        IRIS_DIAMETER * scale,
        PUPIL_DIAMETER * scale,
        CORNEA_RADIUS * scale,
        target=(0.0, y, z + FAR),
        corner=(float(corner[0]), float(corner[1]), float(corner[2])),
    )
    return Surface(ball.positions * scale + centre, ball.faces, channels=ball.channels), eye


def _carried(at: DoubleArray, to: DoubleArray, ratio: float) -> Callable[[DoubleArray], DoubleArray]:
    return lambda p: to + (p - at) * ratio


def figures() -> Figures:
    """The one maker of base heads and figures, of the model in use."""
    shaper = plain_shaper()
    if not _FIGURES or _FIGURES[0].shaper is not shaper:
        _FIGURES[:] = [Figures(shaper)]
    return _FIGURES[0]


_FIGURES: list[Figures] = []
