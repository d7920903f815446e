package jordfell.core.render;

/**
 * Something about a family's body.
 *
 * @param line from 1
 * @param isGrave whether no file can be made until it is mended; else it is only a warning
 */
public record BodyProblem(int line, boolean isGrave, String what, String hint) {}
