package jordfell.core.casefile;

import java.util.List;
import java.util.Map;

/**
 * What stands on the first page: who and what, what was found, what was done, and what is in the other files.
 *
 * @param made when and by whom, with the zone
 * @param devices each with what was found of it
 * @param withheld where something was taken out, and how often
 */
public record Casefile(
        String title, String made, CaseWindow window, List<DevicePage> devices, Map<String, Integer> withheld) {

    public Casefile {
        devices = List.copyOf(devices);
        withheld = Map.copyOf(withheld);
    }

    /**
     * One device.
     *
     * @param folder where its files are
     * @param facts what it is, by what that is called, in order
     * @param found what holds it, surest first, each with what shows it
     * @param path its stops in words
     * @param story what happened, each with its time
     * @param match what is expected, sent and used of each line
     * @param calls numbers that were called
     * @param steps what somebody did to have it happen, if that was noted down
     */
    public record DevicePage(
            String folder,
            List<Fact> facts,
            List<Found> found,
            List<Fact> path,
            List<Fact> story,
            List<Match> match,
            List<Fact> calls,
            List<Fact> steps) {}

    public record Fact(String what, String value) {}

    public record Found(String sentence, String certainty, String detail, List<String> evidence) {}

    public record Match(String line, String what, String expected, String sent, String used, boolean differs) {}
}
