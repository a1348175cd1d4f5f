"""Fire: the firing as it really runs, from readings, and a stand-in for a controller to practise on."""
