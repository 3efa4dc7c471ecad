"""The help: what is true today, with every key, from the same records as the menus."""

from __future__ import annotations

from PyQt6.QtWidgets import QDialog, QDialogButtonBox, QMessageBox, QTextBrowser, QVBoxLayout, QWidget

from yewfinch import __version__
from yewfinch.app.actions import ActionTable
from yewfinch.core.anatomy.landmarks import LANDMARKS

TEXT = """
<h2>From photos to likeness</h2>
<p><b>1. Put photos on the sitter wall.</b> Drop them on the left, press the plus, or paste a picture.
JPEG, PNG, WebP and TIFF; the originals stay untouched inside the portrait. The three dots give a photo
a name, a note, tags and a lens, another place in the order (Alt+Up, Alt+Down), the whole wall or a window of its own. On its desk it
can be turned, cropped and lit for looking, and drawn on: rhythm lines, plane edges, guides, grids of thirds and fifths.</p>
<p><b>2. Mark landmarks.</b> Press the pin on a photo: it comes to the desk. The guide names a landmark,
shows where it sits and says what it is; click it on the photo. Keep the button down to refine under the
magnifier; drag a mark to move it, arrow keys nudge it by a pixel, Delete takes it away. Left and right
are the sitter's own. Say <i>guessed</i> if hair or shade cover it, <i>hidden</i> if it cannot be seen. The wheel
zooms, right drag moves the photo, Alt+click takes a colour from it. Marks can also be read from and written to CSV
and JSON files (menu File).</p>
<p><b>3. Solve the sitter.</b> Six marks on each of a few photos from different sides are enough to begin. All photos
are solved together: where each was taken from, through which lens, and the sitter's landmarks in
millimetres, each with its uncertainty. <i>Cancel</i> ends a solve that takes too long and changes nothing. What no photo tells comes from published measures of people of the sitter's age and sex: say in the
panel <i>The sitter</i> whether it is an adult, a child or an old person, with the years if you know them. A click that does not fit the
others is left out and named there; its desk shows where it should be. The dashed gold
ellipse on the desk is where the solve expects the landmark (two standard deviations). Lines and outlines drawn on photos (6) have a part in the solve.</p>
<p><b>Size.</b> Photos do not tell how large a head is, so the panel asks for it first: give one
distance taken on the sitter with calipers, or measure an iris on the desk (Scale). Until there is one, every figure leaves size out: likeness,
its course, the sheet, the proportions (the sitter is then measured at the clay's size) and the command line.</p>
<p><b>What does not fit</b> is said in gold in the panel. Marks that do not fit one ordinary head: landmarks that you mean differently from their
definition (look at those that are named), another expression, or another person. A photo with a smile is found, and mouth, lids and brows may move there; tick <i>mouth open
on this photo</i> on the desk (Marks) if it is. A photo of another person is left out and named;
people who look much alike, or two single photos from very different sides, may pass for one person. A photo whose sides are all exchanged is read the other way round.</p>
<p><b>4. Stand there.</b> Click a solved photo: the clay is seen as the camera saw it. The bar over the wall lays photo and clay
over each other: with opacity, as difference, with the clay's outline only, or with the photo's edges only (G for the next); wipe (W; drag the
line, with Shift turn it); blink (B). Modelling goes on as usual. The wheel zooms photo and clay together;
turning or Esc leaves. Fold <i>Photo on the clay</i> lays one photo, or all blended by facing, onto the surface as a guide; it does not know what
stands before what.</p>
<p><b>5. Likeness.</b> The clay is laid onto the sitter by the best rigid motion. The table lists how far each landmark of the
<i>clay</i> is off and its uncertainty, that of placing it among it; those beyond doubt come first: chance alone gives so much in fewer than 1 of 20
cases. Click a row to stand where it shows best.
J shows arrows. The figure above is the root mean square, with its course through the session.</p>
<p><b>6. Outlines and lines.</b> Draw outlines, lids, lips, brows, wings and ears on the desk (Lines). From the photo's standpoint they are
compared with the clay along their whole length: a fringe from blue (clay too far in, or too low) to orange (too far out, or too high), F shows or hides
it.</p>
<p><b>7. Towards the sitter.</b> Brings landmarks, and the drawn lines if wished, over by a part of the way. The clay bends smoothly; landmarks
that are not chosen and locked pieces stay, eyeballs move as a whole. Moving the slider afterwards changes the same step.</p>
<p><b>8. Comparison sheet</b> (File): photo, clay and overlay of every standpoint with all numbers, as PDF or PNG; as CSV the numbers alone.</p>
<p><b>Design sheets</b> (stages Sitter and Block) are drawings without a camera. They lie behind the clay in their own view; two of them are fitted to
each other by two marks each.</p>
<h2>The base head</h2>
<p>Every portrait begins with a base head (stage Block). Choose a ready-made one, draw a random person by its number, or press
<i>Fit to the sitter</i> once the sitter is solved: each landmark counts as much as it is known, then the surface is bent to outlines and lines drawn on the
photos, also at cheeks, temples and jaw; what no photo tells of is said, masked clay stays, and the head keeps its size until the sitter's is measured. <i>Woman – man</i> and <i>age</i> go between them; the dials under face, nose, lips,
lids and ears make more or less of one thing. In <i>Measures of the head</i> choose a measure and set it in millimetres: the most
probable head with all that is set follows, <i>Free</i> lets it go again. The table shows the published mean and spread (±) beside it.
The neck's girth and length are at the end of the table. What you have modelled stays on the head while it is steered, and each dial is one undo step. Asymmetry starts at 0; bring it in
last. <i>Begin anew</i> puts a fresh head of another level in the place of the present one: levels 3 and 4 carry fine lines of skin.
A locked head, or one whose faces were changed, can no longer be steered; the panel says so.</p>
<h2>The body</h2>
<p>In the panel <i>Body</i> (stage Block) choose bust, half or full figure: the base head gets a body and is begun anew with it, all in one
piece; undo brings the head back with its strokes. The first time Yewfinch prepares bodies for up to a minute. Pick a measure in the table and set it in
millimetres; the stature is met by the trunk, the other measures keep their usual part of it until they are set, <i>Free</i> lets one go.
<i>7.5</i>, <i>8</i> and <i>8.5 heads</i> make the stature so many times the height of the head. The dials are more or less of a thing than others of
that sex and age have. Strokes stay while you steer. A full figure stands on a grid with a line every 10 cm and a darker one every 50 cm;
its ground is at the soles, and the head keeps its place when the stature changes.</p>
<h2>The pose</h2>
<p>Base heads and figures have joints. In the panel <i>Pose</i> (stages Block and Show) take a ready-made pose, or choose a joint and
turn it in degrees; 0 is the pose the figure was made in, and the ranges are usual ones of adults. With <b>H</b>, <i>Turn joints on the clay</i>, drag the clay
itself: the part under the pointer turns about its joint, with <b>Ctrl</b> the two joints above it too. Drag a dot to turn what it hangs
from; click one to take its joint in hand. Dots of the fingers come up when you are near. A drag is one undo step, Esc takes it back.</p>
<p>The pose lies over the clay as a layer. <i>At rest</i>, or <b>Shift+H</b>, takes it off and keeps it; <i>In the pose</i> puts it on again.
What you model in the pose stays when it is taken off, and the rest comes back exactly as it was. While the pose is lopsided, strokes are on one
side only: take it off for symmetric work. Base head and body can be steered with the pose on. Only the base figure and its eyeballs are
posed; other pieces stay where they are.</p>
<h2>Under the skin</h2>
<p>In the panel <i>Under the skin</i> (stages Block, Form and Features) press <i>Put skull and pegs under the head</i>: the skull inside the base head is seen through
the clay, and gold pegs stand on it, each as long as the flesh is on average at that point. Both follow when the head is steered or posed, the lower jaw with the
jaw. Point at a peg, or choose its row, to read its name and depth. The table says how far from the bone the clay stands at each peg; rows that are off by a
millimetre or more are dark. Untick <i>Clay over it</i> to build up from the bone: balls of clay that you add are measured too. No tool takes hold of
skull or pegs; <i>Make the skull clay</i> turns it into a piece of its own that no longer follows. Depths are means of adults (of children a tenth less); a single face differs from them by 2 to 4 mm.</p>
<h2>Solids and pieces</h2>
<p>In the panel <i>Solids</i> (stage Block) begin a ball, a ball with its poles forward (for eyes), a block, cylinder, cone, ring, tube, lathe or plane. Its measures, place and turn stay
numbers until you <i>settle</i> it into clay, also in a saved portrait. With <b>U</b>, <i>Move solids in the view</i>, drag it; with <b>Shift</b> it sticks to the piece under the
pointer. The points of a tube and of a lathe's profile are a table; tubes have a radius at each point. With <b>Shift+Z</b> draw one side of a lathe's outline, from its upright axis on; with <b>Z</b> a tube's
course: it runs along the clay under the pointer. <i>Edges</i> says how fine the quads are.</p>
<p>In the list <i>Pieces</i> a click chooses, <b>Ctrl</b>+click chooses more. Drag lines to arrange them, or onto another to group them; eye and lock of a group are for all of it. <b>F2</b> or
a double click renames, <b>Del</b> removes. The three dots colour, duplicate (with its levels), mirror, show alone (once more: all), split into loose parts, or bring the chosen clay together without
fusing. A locked piece is changed by no tool. A <i>twin</i> (&harr;) is a live mirror image, a <i>ring</i> (&#8635;) live copies round an axis: they show all that is done to their piece,
can be changed only through it, and become pieces of their own when they are settled.</p>
<p>With <b>D</b>, <i>Place pieces</i>, the chosen pieces have handles: arms move, arcs turn, square knobs scale one way, the dotted hoop scales all ways; the dot, or the piece itself, moves
freely, with <b>Shift</b> along the surface of other pieces, and <b>Ctrl</b> goes in steps of 5 mm, 15&deg; and 10 %. The panel <i>Place and copy</i> takes numbers and says what is turned
about: the middle, the base, or a point that you type or click. Masked clay stays; half masked clay goes half the way. A solid is scaled alike in all directions only.</p>
<p>The panel <i>Fuse and remesh</i> makes one closed surface of even quads: of all clay and solids in sight, of the chosen piece alone, of what is in sight less the
chosen piece, or of what lies within it. <i>Edges</i> is the length of the quads' edges, <i>Joins</i> the width over which joins are rounded. Colours, masks, named regions, landmarks and
lines are carried over; outward ridges stay, detail finer than the edges is lost, undo gives everything back. Open rims are closed for it; a piece that has no inside is named. Symmetric clay stays symmetric.</p>
<p><i>Mend and reduce</i> welds, drops empty and doubled faces and specks, cuts tangles free, turns faces alike and closes holes, and says what it found and did. <i>Reduce</i> leaves as many
triangles as you ask for, keeps rims and colours, and tells how far the form is off.</p>
<p><i>Symmetry of shape</i> gives one side of a piece the form of the other, or both their mean, across the sitter's midline or a plane through the piece. Vertices are matched by the net of
faces, so it works however much the form differs; where the net itself is not symmetric, one half is welded to its image, and the report says so. <i>Round an axis</i> makes equal
sectors. What is masked stays as it is.</p>
<h2>Levels</h2>
<p>In the panel <i>Levels</i>, <i>Add a level</i> gives the chosen piece four faces for each one; <b>PgDn</b> and <b>PgUp</b> or the numbered buttons go to a coarser and a finer level. Move big
masses on a coarse one: the detail of the finer ones goes along. What you change on a fine level reaches the coarse ones, softened. Landmarks and lines keep their spot. <i>Drop finer</i> and
<i>Drop coarser</i> take levels away, <i>Make levels under it</i> gives dense clay coarser levels and keeps its form as their detail (faces that were subdivided in another program give back the levels they come from, vertex for vertex), <i>Take its detail</i> lays the chosen piece onto another of similar form.
Each is one undo step, and levels are saved. Whatever gives a piece other faces (remeshing, cutting, adaptive detail) takes its levels away.</p>
<h2>Adaptive detail</h2>
<p>In the panel <i>Adaptive detail</i> tick <i>Strokes adapt the detail</i>: while a stroke goes on, edges under it are halved or drawn together to the length you set in mm, to so many across the
tool, or to so many pixels of the view; towards the untouched clay their length changes by steps. Clay becomes triangles there. Stroke and detail are one undo step, and undo is exact; on clay of more than 100 000 vertices the tool
may halt for a moment while that is done, and catches up; on more than 800 000, and along lines, arcs and curves, the detail follows when
the stroke has ended, while you look or turn. Clay that
is symmetric there stays so while symmetry is on.</p>
<h2>Cutting and outlines</h2>
<p>With <b>X</b>, <i>Wire cut</i> (panel <i>Cut and outline</i>), draw a line, curve, outline or box across the clay: the hatched side goes, or both halves stay as pieces; with <b>Ctrl</b> it
is the other side. The cut runs straight away from you, through the chosen piece or all in sight, and is capped. With <b>E</b>, <i>Fit the outline</i>, draw the outline that the chosen piece is
to have from where you look, near the one it has: its silhouette goes there and the form follows smoothly as far as <i>Follows</i> says. Masks and symmetry are kept.</p>
<h2>Armatures</h2>
<p>In the panel <i>Armature</i> (stage Block) begin with one ball, or with a ready-made head and neck, arm, hand or figure. With <b>N</b>, <i>Edit balls in the view</i>, drag a
ball; with <b>Ctrl</b> a new ball is drawn out of it, a click on a link puts one in, Del takes the chosen one away. <i>Bend</i> turns a ball about the one above it and
<i>Scale</i> makes it and what hangs on it larger or smaller; <b>[</b> and <b>]</b> change its radius, the fillet how widely branches are rounded. The skin follows
while you drag. Mirrored, the right half follows the left. <i>Clothe into clay</i> makes clay of even quads with edges of the length you set; the armature stays, hidden.</p>
<h2>Masks and turned parts</h2>
<p>The mask tool (stage Block: panel <i>Mask and parts</i>) holds clay: no tool moves what is masked. Masks can also come from a named region, and be softened, sharpened, inverted
(Alt+Q) and cleared (Shift+Q). With <b>A</b>, <i>Mask by lasso</i>, draw round what is to be held; with <b>Ctrl</b> it is freed. The panel <i>Masks from the form</i> masks by box, by hollows and crests, by
what faces you, by colour, by loose part; grows and shrinks the mask; stores it under a name and takes it up again; hides what is masked; makes a closed shell of the masked clay (thinner where a hollow has no room for it), or splits it off. With <b>Y</b>, <i>Turn a part</i>, draw a line along the masked part from its joint and drag its end: it is hinged, bent or twisted about
the joint. That is a layer as well: it can be taken off and put on again, and strokes made in between stay.</p>
<h2>Working on the clay</h2>
<p>Left drag on the clay works, beside it turns. Middle drag pans, right drag turns, the wheel zooms to
the cursor. Hold <b>Ctrl</b> to invert a tool and <b>Shift</b> to smooth with it. <b>[</b> and <b>]</b>
change its size, which is in millimetres of the sitter. A pen's pressure acts on strength, and on size
if ticked. <b>Esc</b> cancels a stroke. <b>Tab</b> hides the panels while the clay has the focus;
<b>Shift+Tab</b> goes from the clay to the next control. Work is mirrored across the face while symmetry is on.</p>
<p>The dial under the clay turns the work; click a tick to snap to it, arrow keys turn by 15&deg;.
The small views below show every side; click one to go there, choose others with the plus. V shows four views at once.</p>
<h2>The tools</h2>
<p><i>Move</i> carries clay freely, in and out along its normals, or along itself; <i>Pull out</i> draws long forms; <i>Twist</i> turns clay about where you take hold. <i>Clay</i>, <i>Swell</i> and
<i>Ribbon</i> add; <i>Flatten</i>, <i>Scrape</i> and <i>Fill</i> go to a plane from both sides, from above, from below; <i>Crease</i> and <i>Pinch</i> sharpen; <i>Smooth</i> evens out, <i>Polish</i> takes
noise off and keeps planes and edges, <i>Relax</i> evens the net and leaves the form. <i>Front only</i> leaves alone what faces away; <i>connected only</i> measures along the surface, so that
the upper lip leaves the lower alone.</p>
<p>The panel <i>Stroke</i> holds what goes for the tool in hand. A stroke goes by hand; <i>Straight</i>; as an <i>Arc</i> that you bend by its middle; along a <i>Curve</i> whose knots you drag (click the
line for another, Delete removes one): the stroke follows and stays open until <b>Enter</b> confirms it, <b>Esc</b> takes it back; or it is <i>Sized</i>: press, and draw one dab out to its size and angle. <i>Steady</i>
draws the stroke along behind the pointer on a line of so many mm, tapers thin its ends, <i>Scatter</i> strews the dabs beside it, <i>Airbrush</i> goes on while you rest. Pressure follows a curve of your own for
size, strength, pinch and scatter. Without a pen it can come from slowness, or from <b>Space</b> held during the stroke. <b>Ctrl+R</b> does the last stroke again with the tool in hand and its settings as they are
now, tapers included, in the place of what it did.</p>
<h2>Stamps, stencils, surface texture</h2>
<p>Any tool that works in dabs can work through a stamp (panel <i>Stamps</i>): white works fully, black not at all. It lies in the tool's circle, upright, along the stroke or turned at random; or it is spread over the
skin in its own size in mm, stroke beside stroke. Our own stamps have no seams; pictures of yours are dropped on the panel and kept in the portrait. The tool <i>Stamp</i> (Shift+B) raises the clay by a picture, with
Ctrl it presses it in.</p>
<p>A <i>Stencil</i> lies over the view while you turn the clay under it: <b>F9</b> moves, sizes and turns it, <i>Warp it</i> bends it by a grid of handles. It belongs to the portrait: how it lies is undone, saved and reopened. Tools work through its white only, and not where the clay is turned
away from you by more than the angle of <i>Facing</i>.</p>
<p><i>Surface texture</i> lays pores, fine lines and unevenness over the masked part, the free part or all of a piece, without strokes, drawn out along the lines of the skin: round eyes and mouth, across the forehead.
<i>Show it</i> draws it without touching the clay, <i>Lay it on</i> makes one step of it, on the chosen form layer if there is one. What is finer than two edges of the clay does not show: add levels first.</p>
<h2>Looking</h2>
<p>In the panel <i>Looking</i> the clay is shown as plaster, grey clay, terracotta, wax or bronze, in the light of the bench or of a studio, with hollows darkened, edges brightened, and corners that get little light
darker. <b>F6</b> gives raking light, <b>F7</b> fills the outline with black, <b>F8</b> exchanges left and right of the picture so that you see it with fresh eyes: a tap leaves it so, a held key looks only as
long. <b>Shift+F7</b> draws the net's edges. Work goes on in all of them, nothing of it changes the clay.</p>
<p>The panel <i>Section</i> (<b>Shift+F8</b>) cuts the clay by a plane: along the midline, level, from the front or as you look. You see the line, its girth, breadth and area; the other side can be cut away instead, or
only the line be drawn: from a profile photo's standpoint it lies over the photo and the outlines drawn on it. The round knob above the line draws the plane through the clay; Esc puts it back.</p>
<p>Clay of more than 200 000 vertices is drawn coarser while the view moves, if the machine needs that, and in full when it rests.</p>
<h2>Form layers and states</h2>
<p>In the panel <i>Form layers</i>, strokes go on the chosen layer, or on <i>The form itself</i>. A layer's strength goes from -100 to 200 %; at 0 % the clay is as if it was never worked, whatever the order in which you set
them. The tick hides it, a double click renames it; <i>Mask it</i> holds it off where the clay is masked now. <i>Last stroke</i> turns the last stroke into a layer, <i>Merge down</i> makes one of two, <i>Settle</i>
makes it part of the form. The tool <i>Erase layer</i> takes the chosen layer away where you draw. A layer belongs to the level it was made at and can be changed only there; moved masses below carry it along.
Whatever gives a piece other faces settles what shows of its layers. <i>Remesh, keep detail</i> in the panel <i>Fuse and remesh</i> puts levels on the even surface and keeps what these lack
of the old form as a layer of the finest.</p>
<p><i>Store state</i> keeps the form as it is; <i>Back to it</i> gives it back where nothing is masked, the tool <i>Towards state</i> under the tool only, and <i>Difference as layer</i> turns all that was changed since into a layer.</p>
<h2>Measuring</h2>
<p>Calipers (stage Features) measure between two points, straight or along the surface, and the angle
of three. They stay on the clay and follow it. Landmarks ride with the surface; 'Move' drags them.
The panel Proportions puts sitter, clay and published norms side by side: distances, angles, the neoclassical canons, and rules of
your own. Canons are guides: each fits only a minority of real faces.</p>
<h2>Colour</h2>
<p>Paint lays the chosen colour on; Ctrl takes it back to plain clay. Fill colours the chosen piece.
Colours are picked from the clay, from a photo, by sRGB hex or by hue, saturation and lightness.
Gloss (Shift+G) makes the skin as matt or glossy as its roughness says: about 20 % for a wet lip, 40 % for an oily nose, 60 % is plain clay. It is seen in the finish <i>Its colours</i>,
goes along when clay is fused, remeshed or subdivided, and into PLY and GLB files.</p>
<h2>Files</h2>
<p>Portraits are <tt>.yewfinch</tt> files: a zip with everything in it, photos included. Unsaved work is
kept in a recovery file every minute and offered again after a crash. Should Yewfinch make an error of its own, the window stays: a stroke
that was under way is taken back, the recovery file is written at once, and a dialog lets you copy the report, go on, or save a copy and close.
The log, <i>yewfinch.log</i>, lies in the state folder (usually ~/.local/state/yewfinch). PLY, OBJ, STL and GLB can be
imported and exported, glTF imported; GLB and glTF are in metres as their standard requires, the others are written in millimetres; STL
carries no colours. Where a file does not say its unit, Yewfinch asks for it and shows how large the model would be. Bodies come as pieces; pictures
on them are left out.</p>
<p>Saving asks first if somebody else changed the file meanwhile, or if another window has it open. Where a photo was taken is blanked when it comes
in. <i>Remove photos before sharing</i> (File) writes a copy with the clay alone: no photos, marks, measures or notes of the sitter.</p>
<p>Undo goes far back: old steps lie on the disk. Only when whole pieces were replaced so often that they would fill the memory are the oldest steps forgotten.</p>
"""


class HelpDialog(QDialog):
    """One page of text and the table of keys."""

    def __init__(self, actions: ActionTable, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Help")
        self.resize(680, 640)
        column = QVBoxLayout(self)
        self.text = QTextBrowser()
        rows = "".join(
            f"<tr><td>{a.title}</td><td>&nbsp;&nbsp;<b>{a.keys}</b>&nbsp;&nbsp;</td><td>{a.tip}</td></tr>"
            for a in actions
            if a.keys
        )
        marks = "".join(
            f"<tr><td><tt>{key}</tt></td><td>{m.plain}</td><td>{m.definition}</td></tr>"
            for key, m in LANDMARKS.items() if m.side >= 0
        )  # fmt: skip
        self.text.setHtml(
            f"{TEXT}<h2>Keys</h2><table cellpadding='3'>{rows}</table><h2>Landmarks</h2>"
            f"<p>Abbreviations as used in files; <tt>_l</tt> and <tt>_r</tt> are the sitter's own left and right.</p>"
            f"<table cellpadding='3'>{marks}</table>"
        )
        column.addWidget(self.text)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Close)
        buttons.rejected.connect(self.reject)
        column.addWidget(buttons)


def about(parent: QWidget) -> None:
    """Version and licences."""
    QMessageBox.about(
        parent, "About Yewfinch",
        f"<b>Yewfinch {__version__}</b><p>A bench for portrait sculptors that measures likeness."
        "<p>GPL-3.0-or-later. Font: Source Sans Pro (SIL Open Font License). "
        "Icons: Phosphor (MIT).",
    )  # fmt: skip
