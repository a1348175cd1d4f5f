"""From the words and numbers of a schedule to its steps: which number is a rate, which a target, which a hold."""

from __future__ import annotations

from dataclasses import dataclass, field

from coldcradle.heat.schedule.text_tokens import PLACES, Token

__all__ = ["Draft", "LineReader"]

_LEAST_PLAIN_MINUTES = 5  # a bare hold up to this may be hours


@dataclass(slots=True)
class Draft:
    """A step while it is put together: `rate` and `to` in the unit found; `ramp_s` is the time up or down, where
    that was said.
    """

    line: int
    rate: float | None = None
    is_full: bool = False
    to: float | None = None
    hold_s: float | None = None
    ramp_s: float | None = None
    is_bare_hold: bool = False

    @property
    def is_empty(self) -> bool:
        return (
            self.rate is None and not self.is_full and self.to is None and self.hold_s is None and self.ramp_s is None
        )

    @property
    def has_pace(self) -> bool:
        return self.rate is not None or self.is_full or self.ramp_s is not None


@dataclass(slots=True)
class LineReader:
    """Takes tokens line by line and puts steps together. What finds no place is kept by its line, as are doubts."""

    steps: list[Draft] = field(default_factory=list)
    units: set[str] = field(default_factory=set)
    unread: dict[int, list[str]] = field(default_factory=dict)
    doubts: dict[int, list[str]] = field(default_factory=dict)
    draft: Draft = field(default_factory=lambda: Draft(0))
    is_over: bool = False
    targets: int = 0
    used: set[int] = field(default_factory=set)  # lines of which something was made

    def doubt(self, line: int, text: str) -> None:
        self.doubts.setdefault(line, []).append(text)

    def leave(self, line: int, text: str) -> None:
        self.unread.setdefault(line, []).append(text)

    def finish(self, line: int) -> None:
        """The step is whole: keep it, or give its lone hold to the step before it."""
        draft, self.draft = self.draft, Draft(line)
        if draft.to is not None:
            self.steps.append(draft)
        elif draft.hold_s is not None and not draft.has_pace and self.steps and not self.steps[-1].hold_s:
            self.steps[-1].hold_s, self.steps[-1].is_bare_hold = draft.hold_s, draft.is_bare_hold
        elif not draft.is_empty and draft.line not in self.doubts:
            self.leave(draft.line, "a rate or a time without a target")

    def _begin(self, line: int) -> Draft:
        """The draft, on the line where its first word stands."""
        self.used.add(line)
        if self.draft.is_empty:
            self.draft.line = line
        return self.draft

    def put_rate(self, line: int, value: float | None, *, leads_on: bool = True) -> None:
        """A rate; behind its target only where no other target follows it."""
        if self.draft.to is not None and (leads_on or self.draft.has_pace or self.draft.hold_s is not None):
            self.finish(line)
        draft = self._begin(line)
        if draft.is_full and value is None:
            return
        if draft.has_pace:
            self.leave(line, "a second rate")
            return
        draft.rate, draft.is_full = value, value is None

    def put_to(self, line: int, value: float) -> None:
        self.targets += 1
        if self.draft.to is not None:
            self.finish(line)
        self._begin(line).to = value

    def put_ramp(self, line: int, seconds: float) -> None:
        draft = self._begin(line)
        if draft.has_pace:
            self.leave(line, "a second rate")
            return
        draft.ramp_s = seconds

    def put_hold(self, line: int, seconds: float, *, is_bare: bool = False) -> None:
        draft = self._begin(line)
        if draft.is_empty and self.steps and not self.steps[-1].hold_s:
            self.steps[-1].hold_s, self.steps[-1].is_bare_hold = seconds, is_bare
            return
        if draft.hold_s is not None:
            self.leave(line, "a second hold")
            return
        draft.hold_s, draft.is_bare_hold = seconds, is_bare

    def put_bare_hold(self, line: int, token: Token) -> None:
        """A hold without its unit: minutes, but for what may as well be hours."""
        whole, _, rest = token.text.partition(".")
        if rest:
            minutes = f" or {int(whole)} h {int(rest):02d} min" if len(rest) == 2 and int(rest) < 60 else ""
            self.doubt(line, f"is a hold of {token.text} meant for {token.value:g} h, {token.value:g} min{minutes}")
        elif 0 < token.value <= _LEAST_PLAIN_MINUTES:
            self.doubt(line, f"is a hold of {token.text} meant for {token.text} h or {token.text} min")
        self.put_hold(line, token.value * 60, is_bare=True)

    def read(self, line: int, tokens: list[Token]) -> None:
        """One part of a line."""
        if self.is_over and any(t.kind in PLACES for t in tokens):
            self.is_over = False
        bare = [t for t in tokens if t.kind in ("number", "full")]
        is_row = len(bare) > 1 and not any(t.kind in ("to", "hold", "rate_word", "in") for t in tokens)
        if (
            is_row
            and len([t for t in tokens if t.kind in PLACES or t.kind == "full"]) == 4
            and tokens[0].kind == "number"
            and tokens[0].value <= 40
        ):
            tokens = tokens[1:]  # its number in the list
        targets, before = self.targets, len(self.steps)
        want = ""
        for i, token in enumerate(tokens):
            after = next((t for t in tokens[i + 1 :] if t.kind not in ("comma", "bar")), None)
            want = self._take(
                line, token, want, after, is_row=is_row, is_parted=i > 0 and tokens[i - 1].kind == "comma"
            )
        named = [t for t in tokens if t.kind == "process"]
        if named and self.targets == targets and (line > 1 or any(t.kind in PLACES for t in tokens)):
            self.doubt(line, f"which temperature is “{named[0].text}” here")
        vague = [t for t in tokens if t.kind == "vague"]
        if vague and any(s.to is not None and not s.has_pace for s in [*self.steps[before:], self.draft]):
            self.doubt(line, f"how fast is “{vague[0].text}” here")

    def _end(self, line: int) -> None:
        self.finish(line)
        self.is_over = True

    def _take(self, line: int, token: Token, want: str, after: Token | None, *, is_row: bool, is_parted: bool) -> str:
        """Put one token in its place; what the next bare number is wanted for comes back."""
        kind = token.kind
        if kind in ("to", "hold", "in"):
            return "at" if kind == "to" and token.text == "at" and want != "hold" else kind
        if kind == "rate_word":
            return "rate"
        if kind == "off":
            self._end(line)
            return ""
        if kind in ("rate", "temp"):
            self.units |= {token.unit} - {""}
        leads_on = after is not None and after.kind in ("to", "number", "temp") and after.text != "at"
        if kind == "rate":
            self.put_rate(line, token.value, leads_on=leads_on)
        elif kind == "full":
            self.put_rate(line, None, leads_on=leads_on)
        elif kind == "temp":
            if want == "rate":
                self.put_rate(line, token.value)
            else:
                self.put_to(line, token.value)
        elif kind == "span":
            self._take_span(line, token, want, after, is_parted=is_parted)
        elif kind == "number":
            self._take_number(line, token, want, after, is_row=is_row)
        else:
            return want
        return ""

    def _take_span(self, line: int, token: Token, want: str, after: Token | None, *, is_parted: bool) -> None:
        leads_on = after is not None and after.kind == "to" and after.text != "at"
        draft = self.draft
        if want == "in" or (
            want != "hold"
            and leads_on
            and (draft.to is None or draft.hold_s is not None or is_parted)
            and not draft.has_pace | (draft.to is not None)
        ):
            self.put_ramp(line, token.value)
        elif want != "hold" and leads_on and draft.to is not None and (draft.hold_s is not None or is_parted):
            self.finish(line)
            self.put_ramp(line, token.value)
        else:
            self.put_hold(line, token.value)

    def _take_number(self, line: int, token: Token, want: str, after: Token | None, *, is_row: bool) -> None:
        draft = self.draft
        if want == "rate":
            self.put_rate(line, token.value, leads_on=after is not None and after.kind in ("to", "number", "temp"))
        elif want in ("to", "at"):
            if want == "at" and after is not None and after.text == "to" and not draft.has_pace:
                self.doubt(line, f"is {token.text} a rate or a temperature here")
            self.put_to(line, token.value)
        elif want == "hold":
            self.put_bare_hold(line, token)
        elif want == "in":
            self.doubt(line, f"is {token.text} meant for {token.text} h or {token.text} min")
        elif (
            after is not None
            and after.kind == "to"
            and after.text != "at"
            and (not draft.has_pace or draft.to is not None)
        ):
            self.put_rate(line, token.value)
        elif draft.to is None and (draft.has_pace or not is_row):
            self.put_to(line, token.value)
        elif draft.to is None:
            self.put_rate(line, token.value)
        elif draft.hold_s is None:
            self.put_bare_hold(line, token)
        elif is_row:
            self.put_rate(line, token.value)
        elif token.value == 0 and after is None:
            self._end(line)
        else:
            self.leave(line, token.text)
