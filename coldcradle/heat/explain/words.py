"""The sentences of the heat station that say why a step is as it is."""

from __future__ import annotations

from coldcradle.heat.model.cause import Cause

__all__ = ["CAUSES", "REASONS"]

REASONS = {
    "none": "",
    "by-hand": "You set this step by hand.",
    "load-dry": "“{by}” must dry so long.",
    "load-warm": "Held back by “{by}”: it stands no faster.",
    "load-bubbles": "“{by}” asks for this on the way up.",
    "load-cast": "As near for each as can be to what it would have alone.",
    "load-fall": "“{by}” rests longest.",
    "load-rest": "“{by}” anneals cooler: slowly on, then a soak of its own.",
    "load-anneal": "Held back by “{by}”: it cools no faster.",
    "load-middle": "Held back by “{by}”: it cools no faster here.",
    "load-last": "Held back by “{by}”: its skin is pulled no harder.",
    "load-coast": "Nobody needs it slower from here; “{by}” says when the lid may be opened.",
    "pasted": "Line {n} of what you pasted.",
    "no-more": "Nothing more is programmed.",
    "shelves": "The shelves that press it must keep up: {rate} is common practice.",
    "zones": "{parts}: warmed faster, one part pulls at the other.",
    "loose": "Cold pieces of {form} snap if warmed faster.",
    "solid": "{d} of cold glass snaps if warmed faster: {w}.",
    "mould": "{mould} is not hurried: {rate} is common practice.",
    "practice": "No faster than {rate}: common practice for loose pieces and thin sheets.",
    "lowered": "Lowered after it was run through the cold glass: it pulled too hard on the way to {ap}.",
    "dry": "Water must leave {wall} of wet wall before it can boil in it.",
    "settle": "Soft enough to settle, before the pieces close over their air.",
    "peak-chosen": "The temperature you chose.",
    "peak-by-grain": "From {form}, this glass closes up and runs here.",
    "peak": "Here this glass {does}: what it takes to {what}.",
    "soak": "{how}, at this glass's annealing point.",
    "anneal": "{d} of glass counts here; faster would freeze in more strain.",
    "second": "{x} times the first rate, while the glass still settles a little.",
    "surface": "Only the passing pull in the skin counts now.",
    "coast": "{kiln} falls at {rate} here by itself, and slower from then on: slow enough. The lid waits until it "
    "is at {open}: the heart of the glass is behind it.",
    "late": "{kiln} needs {takes} for this, not {asked}.",
}

# Why a firing takes as long as it does, by what decides it; {x} is how much of it that is.
CAUSES = {
    Cause.KILN: "{kiln} falls slowly ({x} of it)",
    Cause.POWER: "{kiln} heats slowly ({x} of it)",
    Cause.GLASS: "{glass} ({x} of it)",
    Cause.MOULD: "the mould is dried and warmed slowly ({x} of it)",
    Cause.HOLD: "it is held at the peak ({x} of it)",
    Cause.HAND: "steps are set by hand ({x} of it)",
    Cause.LOAD: "it goes with others ({x} of it)",
}
