"""Heat and strain through the thickness of the glass."""
