package jordfell.core.wish;

/**
 * Something wrong at one place of what was sent.
 *
 * @param pointer a JSON pointer (RFC 6901) to the field: {@code /rows/3/mac}
 * @param reason what is wrong
 * @param hint what would be right
 */
public record FieldProblem(String pointer, String reason, String hint) {}
