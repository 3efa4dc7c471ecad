"""One file per tool, each with a declaration `TOOL`; `toolbox` finds them."""
