package jordfell.core.ground;

import java.util.List;

/**
 * Whom a change touches, told before it is saved.
 *
 * @param devices whose configuration may change
 * @param sentences what follows, the weightiest first
 * @param falling extensions that would lie outside every block
 */
public record Impact(int devices, List<String> sentences, List<String> falling) {}
