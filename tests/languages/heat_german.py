"""Ten sentences of the heat station in German, by their keys."""

from __future__ import annotations

from coldcradle.heat.explain.words import REASONS

__all__ = ["SENTENCES"]

_GERMAN = {
    "by-hand": "Diesen Schritt haben Sie selbst gesetzt.",
    "pasted": "Zeile {n} des Eingefügten.",
    "shelves": "Die Platten, die es pressen, müssen mitkommen: {rate} ist üblich.",
    "loose": "Kalte Stücke ({form}) springen, wenn sie schneller warm werden.",
    "solid": "{d} kaltes Glas springt, wenn es schneller warm wird: {w}.",
    "mould": "{mould} wird nicht gehetzt: {rate} ist üblich.",
    "dry": "Wasser muss aus {wall} nasser Wand heraus, bevor es darin kochen kann.",
    "soak": "{how}, am Entspannungspunkt dieses Glases.",
    "anneal": "{d} Glas zählen hier; schneller bliebe mehr Spannung darin.",
    "surface": "Jetzt zählt nur noch der vorübergehende Zug in der Haut.",
}
SENTENCES = {REASONS[key]: words for key, words in _GERMAN.items()}
