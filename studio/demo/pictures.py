"""Photographs for the demo, drawn: glass on a bench before it is fired, and what came out."""

from __future__ import annotations

import io
import random

from PIL import Image, ImageDraw, ImageFilter

__all__ = ["drawn_photo"]

_W, _H = 800, 600
_SCALE = 2
_COLOURS = ((86, 158, 146), (60, 120, 140), (150, 170, 150), (40, 98, 90), (120, 150, 175))


def _bench(rng: random.Random, is_after: bool) -> Image.Image:
    """A bench in window light, or a washed kiln shelf."""
    base = (206, 198, 184) if is_after else (176, 158, 136)
    image = Image.new("RGB", (_W * _SCALE, _H * _SCALE), base)
    draw = ImageDraw.Draw(image)
    for _ in range(900):
        x, y = rng.randrange(_W * _SCALE), rng.randrange(_H * _SCALE)
        shade = rng.randrange(-9, 9)
        draw.ellipse((x, y, x + rng.randrange(4, 60), y + 3), fill=tuple(min(255, max(0, c + shade)) for c in base))
    return image


def _glass(image: Image.Image, rng: random.Random, shape: str, is_after: bool, crack: bool) -> None:
    r, g, b = _COLOURS[rng.randrange(len(_COLOURS))]
    layer = Image.new("RGBA", image.size, (0, 0, 0, 0))
    draw = ImageDraw.Draw(layer)
    cx, cy, rx, ry = _W, _H, 430, 330 if shape != "strip" else 150
    draw.ellipse((cx - rx + 24, cy - ry + 34, cx + rx + 24, cy + ry + 34), fill=(40, 34, 30, 90))
    outline = draw.ellipse if shape == "round" else draw.rounded_rectangle
    kwargs = {} if shape == "round" else {"radius": 90 if is_after else 12}
    outline((cx - rx, cy - ry, cx + rx, cy + ry), fill=(r, g, b, 205), outline=(20, 60, 55, 255), width=5, **kwargs)  # type: ignore[arg-type]  # as plain values
    if is_after:  # a rim and a depth that catch the light
        for k in range(10):
            t = k / 10
            across, down = rx * (0.82 - 0.5 * t), ry * (0.80 - 0.5 * t)
            draw.ellipse(
                (cx - across, cy - down, cx + across, cy + down),
                outline=(255, 255, 255, int(60 - 40 * t)),
                width=6,
            )
        draw.arc(
            (cx - rx * 0.9, cy - ry * 0.9, cx + rx * 0.9, cy + ry * 0.9), 200, 260, fill=(255, 255, 255, 200), width=14
        )
    else:
        for _ in range(7):
            x, y = cx + rng.randrange(-rx, rx) * 0.7, cy + rng.randrange(-ry, ry) * 0.7
            draw.ellipse((x - 26, y - 20, x + 26, y + 20), fill=(250, 250, 244, 120), outline=(30, 60, 60, 120))
    if crack:
        x, y = cx - rx + 60.0, cy + 60.0
        path = [(x, y)]
        for _ in range(24):
            x, y = x + rx * 2 / 26, y + rng.uniform(-46, 40)
            path.append((x, y))
        draw.line(path, fill=(250, 250, 250, 255), width=5)
        draw.line([(a + 3, b + 3) for a, b in path], fill=(30, 40, 40, 255), width=3)
    image.paste(layer, (0, 0), layer)


def drawn_photo(*, seed: int, shape: str, is_after: bool, crack: bool = False) -> bytes:
    """A picture as a JPEG; the same seed gives the same one."""
    rng = random.Random(seed)
    image = _bench(rng, is_after)
    _glass(image, random.Random(seed), shape, is_after, crack)
    small = image.resize((_W, _H), Image.Resampling.LANCZOS).filter(ImageFilter.GaussianBlur(0.6))
    out = io.BytesIO()
    small.save(out, "JPEG", quality=80)
    return out.getvalue()
