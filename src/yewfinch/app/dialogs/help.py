"""The help: what is true today, with every key, from the same records as the menus."""

from __future__ import annotations

from PyQt6.QtWidgets import QDialog, QDialogButtonBox, QTextBrowser, QVBoxLayout, QWidget

from yewfinch.app.actions import ActionTable

TEXT = """
<h2>From photo to likeness</h2>
<p><b>1. Put photos on the sitter wall.</b> Drop them on the left, or press the plus. JPEG, PNG, WebP
and TIFF; the originals stay untouched inside the portrait.</p>
<p><b>2. Mark landmarks.</b> Press the pin on a photo. The guide names a landmark, shows where it sits
and says what it is; click it on the photo. Keep the button down to refine under the magnifier; drag a
mark to move it, arrow keys nudge it by a pixel, Delete takes it away. Left and right are the sitter's
own. Skip what is hidden. The wheel zooms the photo, right drag moves it.
Alt+click takes a colour from the photo.</p>
<p><b>3. Match.</b> From six landmarks on, Match works out where the photo was taken from, and through
which lens. Include one that stands forward or back, such as the nose tip or an ear.</p>
<p><b>4. Stand there.</b> Click a matched photo: the clay is seen as the camera saw it. Opacity, wipe
and blink lie in the bar over the wall; Esc leaves. Gold rings are the photo's marks, dark dots the clay's; the
line between is what is off. The wheel zooms photo and clay together; turning leaves the standpoint.</p>
<p><b>5. Work until it fits.</b> The likeness table (stage Features) lists what is off in millimetres,
worst first; click a row to stand where it shows. Offsets say how far the <i>clay</i> is off.</p>
<h2>Working on the clay</h2>
<p>Left drag on the clay works, beside it turns. Middle drag pans, right drag turns, the wheel zooms to
the cursor. Hold <b>Ctrl</b> to invert a tool and <b>Shift</b> to smooth with it. <b>[</b> and <b>]</b>
change its size, which is in millimetres of the sitter. A pen's pressure acts on strength, and on size
if ticked. <b>Esc</b> cancels a stroke. <b>Tab</b> hides the panels while the clay has the focus;
<b>Shift+Tab</b> goes from the clay to the next control. Work is mirrored across the face while symmetry is on.</p>
<p>The dial under the clay turns the work; click a tick to snap to it, arrow keys turn by 15&deg;.
The small views below show every side; click one to go there.</p>
<h2>Measuring</h2>
<p>Calipers (stage Features) measure between two points, straight or along the surface, and the angle
of three. They stay on the clay and follow it. Landmarks ride with the surface; 'Move' drags them.
Canons are guides: each fits only a minority of real faces.</p>
<h2>Colour</h2>
<p>Paint lays the chosen colour on; Ctrl takes it back to plain clay. Fill colours the chosen piece.
Colours are picked from the clay, from a photo, by sRGB hex or by hue, saturation and lightness.</p>
<h2>Files</h2>
<p>Portraits are <tt>.yewfinch</tt> files: a zip with everything in it, photos included. Unsaved work is
kept in a recovery file every minute and offered again after a crash. PLY, OBJ, STL and GLB can be
imported and exported; GLB is in metres as its standard requires, the others in millimetres; STL
carries no colours.</p>
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
        self.text.setHtml(f"{TEXT}<h2>Keys</h2><table cellpadding='3'>{rows}</table>")
        column.addWidget(self.text)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Close)
        buttons.rejected.connect(self.reject)
        column.addWidget(buttons)
