package jordfell.core.comparison;

import java.util.List;
import jordfell.core.settings.ResolvedSettings;

/** A device with the settings that it goes by, as a whole and for each of its lines. */
public record Compared(Side side, ResolvedSettings settings, List<Line> lines) {

    public Compared {
        lines = List.copyOf(lines);
    }

    /** A line at its position, from 1. */
    public record Line(int position, ResolvedSettings settings) {}
}
