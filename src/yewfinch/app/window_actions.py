"""The actions of the main window."""

from __future__ import annotations

from dataclasses import replace
from functools import partial
from typing import TYPE_CHECKING

from yewfinch.app.actions import Action, ActionTable
from yewfinch.app.bench import OVERLAYS, STAGES
from yewfinch.core.sculpt.registry import tools
from yewfinch.core.sitter.sides import FEWEST

if TYPE_CHECKING:
    from yewfinch.app.window import MainWindow


def build(w: MainWindow) -> ActionTable:
    """All actions, tied to the window."""
    bench, table = w.bench, ActionTable()

    def can_undo() -> bool:
        return bench.portrait.history.position > 0

    def can_redo() -> bool:
        h = bench.portrait.history
        return h.position < len(h.names)

    def standing() -> bool:
        return bench.standing_photo() is not None

    def by_size(factor: float) -> None:
        if bench.mode == "armature":
            w.armatures.resize(factor)
            return
        bench.set_tool(size=bench.tool_settings.size * factor)

    def orthographic() -> None:
        bench.set_view(replace(bench.view, orthographic=not bench.view.orthographic))

    def wipe() -> None:
        bench.set_overlay(wipe=0.5 if bench.overlay.wipe is None else None, angle=0.0)

    def next_overlay() -> None:
        names = list(OVERLAYS)
        bench.set_overlay(mode=names[(names.index(bench.overlay.mode) + 1) % len(names)])

    def solvable() -> bool:
        return any(len(p.usable()) >= FEWEST for p in bench.portrait.sitter.photos)

    def posable() -> bool:
        return bench.portrait.posed is not None and not w.posing.why_not()

    rows = [
        Action("new", "New portrait", "File", "Ctrl+N", "Start again with the base head.", w.new),
        Action("open", "Open…", "File", "Ctrl+O", "Open a portrait.", w.ask_open),
        Action("save", "Save", "File", "Ctrl+S", "Save the portrait.", w.save, split=True),
        Action("save_as", "Save as…", "File", "Ctrl+Shift+S", "Save it under another name.", w.save_as),
        Action("save_bare", "Remove photos before sharing…", "File", "",
               "Write a copy without photos, marks, measures and notes of the sitter, to give to others.", w.files.ask_save_bare),
        Action("add_photos", "Add photos…", "File", "Ctrl+Shift+O", "Put photos on the sitter wall.",
               w.files.ask_photos, split=True),
        Action("import", "Import…", "File", "Ctrl+I", "Add PLY, OBJ, STL, GLB or glTF files as pieces.", w.files.ask_import),
        Action("export", "Export…", "File", "Ctrl+E", "Write PLY, OBJ, STL or GLB.", w.files.ask_export),
        Action("picture", "Save picture…", "File", "Ctrl+P", "Save what the clay view shows as PNG.", w.files.ask_picture),
        Action("sheet", "Comparison sheet…", "File", "Ctrl+Shift+P",
               "Photo, clay and overlay side by side with all numbers, as PDF, PNG or CSV.", w.files.ask_sheet),
        Action("read_marks", "Read marks…", "File", "", "Take landmarks on photos from CSV or JSON.", w.files.ask_marks, split=True),
        Action("write_marks", "Write marks…", "File", "", "Write the landmarks on photos as CSV or JSON.", w.files.ask_save_marks),
        Action("quit", "Quit", "File", "Ctrl+Q", "Close Yewfinch.", w.close, split=True),
        Action("undo", "Undo", "Edit", "Ctrl+Z", "Take the last edit back.", w.undo, can_undo),
        Action("redo", "Redo", "Edit", "Ctrl+Shift+Z", "Do it again.", w.redo, can_redo),
        Action("paste", "Paste photo", "Edit", "Ctrl+V", "Put a copied picture on the sitter wall.", w.files.paste, split=True),
        Action("solve", "Solve the sitter", "Edit", "Ctrl+Return",
               "Work out all standpoints and the sitter's landmarks from all photos together.", w.sitting.solve, solvable),
        Action("smaller", "Smaller tool", "Edit", "[", "Make the tool, or the chosen ball of an armature, smaller.", partial(by_size, 1 / 1.15), split=True),
        Action("larger", "Larger tool", "Edit", "]", "Make it larger.", partial(by_size, 1.15)),
        Action("look_raking", "Raking light", "View", "F6", "One hard lamp from the side, or soft light; hold the key to look only as long.",
               lambda: bench.set_looking(raking=not bench.looking.raking), split=True, held=True),
        Action("look_black", "Black outline", "View", "F7", "Fill the outline with black, to judge the silhouette; hold the key to look only as long.",
               lambda: bench.set_looking(black=not bench.looking.black), held=True),
        Action("look_wire", "Wires", "View", "Shift+F7", "Draw the edges of the clay's net.", lambda: bench.set_looking(wire=not bench.looking.wire)),
        Action("section", "Section", "View", "Shift+F8", "Cut the clay by a plane along the midline, or leave it whole.", w.viewport.sections.toggle),
        Action("look_mirrored", "Mirrored picture", "View", "F8", "Exchange left and right of the picture, to see it with fresh eyes; hold the key to look only as long.",
               lambda: bench.set_view(replace(bench.view, mirrored=not bench.view.mirrored)), held=True),
        Action("stencil_hand", "Move the stencil", "Edit", "F9", "Move, size and turn the stencil over the view; F9 or Esc goes back to the tool.", w.stencil.toggle, split=True),
        Action("stroke_again", "Last stroke again", "Edit", "Ctrl+R",
               "Do the last stroke again with the tool in hand and its settings, in the place of what it did.", w.viewport.hands.strokes.redo),
        Action("level_down", "Coarser level", "Edit", "PgDown", "Go to the next coarser level of the chosen piece.", lambda: w.levels.step(-1), split=True),
        Action("level_up", "Finer level", "Edit", "PgUp", "Go to the next finer level; what was changed on this one carries its detail along.", lambda: w.levels.step(1)),
        Action("symmetry", "Symmetry", "Edit", "T", "Work on both sides of the face at once, or on one.",
               lambda: bench.set_symmetry(not bench.symmetry)),
        Action("pose_hand", "Turn joints", "Edit", "H", "Pose the base figure by dragging it; Esc ends.", w.pose.toggle, split=True),
        Action("armature_hand", "Edit armature", "Edit", "N", "Draw, move, bend and scale the balls of an armature; Esc ends.",
               w.armature.toggle),
        Action("solid_hand", "Move solids", "Edit", "U", "Drag solids across the view, with Shift along other pieces; Esc ends.",
               w.solids_panel.toggle),
        Action("place_hand", "Place pieces", "Edit", "D", "Move, turn and scale the chosen pieces by handles; Esc ends.", w.place.toggle),
        Action("part_hand", "Turn a part", "Edit", "Y", "Hinge, bend or twist what is masked about a joint that you draw; Esc ends.", w.masks.toggle),
        Action("mask_lasso", "Mask by lasso", "Edit", "A", "Draw round what is to be masked; with Ctrl free it. Esc ends.",
               lambda: w.outlines.begin("mask", "lasso")),
        Action("cut", "Wire cut", "Edit", "X", "Cut clay along a line drawn on the view; Esc ends.", lambda: w.outlines.begin("cut")),
        Action("fit", "Fit the outline", "Edit", "E", "Draw the outline that the chosen piece is to have; its silhouette goes there. Esc ends.",
               lambda: w.outlines.begin("fit")),
        Action("draw_tube", "Draw a tube", "Edit", "Z", "Draw the course of a tube on the view; it stays a solid. Esc ends.",
               lambda: w.outlines.begin("tube")),
        Action("draw_lathe", "Draw a lathe", "Edit", "Shift+Z", "Draw one side of a turned form on the view, from its upright axis on; it stays a solid. Esc ends.",
               lambda: w.outlines.begin("lathe")),
        Action("mask_clear", "Clear the mask", "Edit", "Shift+Q", "Let all of the chosen piece be free again.", w.parts.clear),
        Action("mask_invert", "Invert the mask", "Edit", "Alt+Q", "Hold what was free, and the other way round.", w.parts.invert),
        Action("pose_off", "Pose off or on", "Edit", "Shift+H", "Take the pose off the clay, or put it on again.",
               lambda: w.posing.set_on(not w.posing.on), posable),
        Action("view_all", "View all", "View", "Home", "Show everything.", w.viewport.view_all),
        Action("view_selected", "View selected", "View", "End", "Show the chosen landmark or piece.",
               w.viewport.view_selected),
        Action("orthographic", "Orthographic", "View", "O", "Switch perspective off or on.", orthographic),
        Action("landmarks", "Show landmarks", "View", "K", "Show all landmarks on the clay.",
               lambda: bench.set_show_landmarks(not bench.show_landmarks)),
        Action("move_landmarks", "Move landmarks", "View", "L", "Drag landmarks along the clay.",
               lambda: bench.set_mode("tool" if bench.mode == "landmark" else "landmark")),
        Action("pick", "Pick colour", "View", "I", "Take a colour from the clay.",
               lambda: bench.set_mode("pick colour")),
        Action("leave", "Leave the standpoint", "View", "", "Go back to the turntable (Esc in the clay view).",
               lambda: bench.stand_at(None), standing, split=True),
        Action("wipe", "Wipe", "View", "W", "Photo on one side, clay on the other.", wipe, standing),
        Action("blink", "Blink", "View", "B", "Photo and clay in turn.",
               lambda: bench.set_overlay(blink=not bench.overlay.blink), standing),
        Action("overlay", "Next overlay", "View", "G", "Photo, difference, the clay's outline, the photo's edges.",
               next_overlay, standing),
        Action("arrows", "Arrows to the sitter", "View", "J", "Show where the clay's landmarks would have to go.",
               lambda: bench.set_show_arrows(not bench.show_arrows)),
        Action("fringes", "Fringes", "View", "F", "Colour how far the clay lies from the lines drawn on the photo.",
               lambda: bench.set_show_fringes(not bench.show_fringes)),
        Action("four", "Four views", "View", "V", "The clay from four sides at once; turn each, double click to go there.",
               w.toggle_four),
        Action("panels", "Hide panels", "View", "Tab", "Only the clay; works while the clay view has the focus.", w.toggle_panels, split=True),
        Action("dark", "Dark variant", "View", "", "Switch between the bright and the dark bench.", w.toggle_dark),
        Action("help", "Help", "Help", "F1", "What everything does, and its keys.", w.show_help),
        Action("about", "About Yewfinch", "Help", "", "Version and licences.", w.show_about),
    ]  # fmt: skip
    for row in rows:
        table.add(row)
    for spec in tools():
        table.add(Action(f"tool_{spec.id}", spec.title, "Tools", spec.key, spec.hint,
                         partial(bench.take_tool, spec.id)))  # fmt: skip
    for i, stage in enumerate(STAGES):
        table.add(Action(f"stage_{stage}", f"Stage: {stage}", "View", f"Ctrl+{i + 1}",
                         f"Lay the bench out for the stage '{stage}'.", partial(bench.set_stage, stage), split=i == 0))  # fmt: skip
    return table
