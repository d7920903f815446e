package jordfell.lab.phone;

/**
 * What a phone shows of one of its phonebooks.
 *
 * @param slot from 1
 * @param title what stands above it; empty if it has none
 * @param trouble what was wrong when it asked last; empty for nothing
 */
public record ShownBook(int slot, String title, int names, String trouble) {}
