package jordfell.core.intake;

/**
 * One row of the grid as it was fed: all texts as written, empty where nothing was given.
 *
 * @param model a model's id, or empty for the batch's
 * @param extension the first line's, or empty
 * @param secondExtension the second line's, or empty
 */
public record IntakeRow(
        String mac, String model, String label, String person, String extension, String secondExtension) {}
