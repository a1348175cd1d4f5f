"""One firing and what lies in it: the programme for all, the kiln in plan, the verdict for each."""
