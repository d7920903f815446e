package jordfell.core.intake;

import java.util.EnumMap;
import java.util.Map;

/** One row of the grid as it was fed: all cells as written, blanks around them dropped, empty where nothing was given. */
public record IntakeRow(Map<IntakeColumn, String> cells) {

    public IntakeRow {
        Map<IntakeColumn, String> copy = new EnumMap<>(IntakeColumn.class);
        cells.forEach((column, text) -> {
            if (!text.isBlank()) {
                copy.put(column, text.strip());
            }
        });
        cells = java.util.Collections.unmodifiableMap(copy);
    }

    /** The extension numbers that are written in it. */
    public java.util.List<String> numbers() {
        return LineCells.numbers(this);
    }

    public String cell(IntakeColumn column) {
        return cells.getOrDefault(column, "");
    }

    /** The same row with another text in one cell. */
    public IntakeRow with(IntakeColumn column, String text) {
        Map<IntakeColumn, String> changed = new EnumMap<>(IntakeColumn.class);
        changed.putAll(cells);
        changed.put(column, text);
        return new IntakeRow(changed);
    }

    /** The same row with these texts where it has none itself. */
    public IntakeRow withDefaults(Map<IntakeColumn, String> defaults) {
        Map<IntakeColumn, String> filled = new EnumMap<>(IntakeColumn.class);
        filled.putAll(defaults);
        filled.putAll(cells);
        return new IntakeRow(filled);
    }
}
