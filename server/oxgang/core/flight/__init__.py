"""A ball in the air and on the ground: delivery, launch, flight, run, and standard conditions."""
