"""Results simplified to what a textbook prints."""
