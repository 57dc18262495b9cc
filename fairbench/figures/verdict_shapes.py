"""The five shapes of a verdict, the same on the bench, in lists, in class and in print."""

from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.kept import kept

HEIGHT = 14.0
NOTCH = 6.0
SIGN_WIDTH = 30.0
_SLANT = 5.0
_PEG = 3.0


@kept(2048)
def shape_path(kind: VerdictKind, width: float, height: float = HEIGHT) -> str:
    """The outline of a verdict ``width`` wide, from its upper left corner."""
    w, h = round(width, 1), round(height, 1)
    if kind is VerdictKind.EASED:
        side = round(max(1.0, w * 0.28), 1)
        middle = round(w - 2 * side, 1)
        notch = round(h * NOTCH / HEIGHT, 1)
        return f"M0 0h{side:g}v{notch:g}h{middle:g}v-{notch:g}h{side:g}v{h:g}h-{w:g}z"
    if kind is VerdictKind.SWAPPED:
        half = round(w / 2, 1)
        lean = round(min(_SLANT, w / 5), 1)
        left = f"M0 0H{half + lean - 1.2:g}L{half - lean - 1.2:g} {h:g}H0z"
        return f"{left}M{half + lean + 1.2:g} 0H{w:g}V{h:g}H{half - lean + 1.2:g}z"
    if kind is VerdictKind.TALK_FIRST:
        x = round(w / 2 - _PEG / 2, 1)
        peg = f"M{x:g} -4h{_PEG:g}v{h + 8:g}h-{_PEG:g}z"
        return f"M0 3h{w:g}v{h - 6:g}h-{w:g}z{peg}"
    return f"M0 0h{w:g}v{h:g}h-{w:g}z"


@kept(16)
def verdict_sign(kind: VerdictKind, overridden: bool = False) -> str:
    """The small sign of a verdict as SVG, to stand beside its words."""
    css_class = "overridden" if overridden else kind.value
    drawn = f'<svg class="verdict {css_class}" viewBox="-1 -5 32 24" width="32" height="24" aria-hidden="true">'
    return f'{drawn}<path d="{shape_path(kind, SIGN_WIDTH)}"/></svg>'
