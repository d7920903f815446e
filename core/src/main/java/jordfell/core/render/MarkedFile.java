package jordfell.core.render;

import java.util.List;

/** A rendered file with where each value ended up in it. */
public record MarkedFile(String text, List<Spot> spots) {

    public MarkedFile {
        spots = List.copyOf(spots);
    }

    /**
     * Where a value stands.
     *
     * @param line from 0
     * @param from the first character's place in its line
     * @param to the place after the last one
     */
    public record Spot(int line, int from, int to, BodyName name) {}

    @Override
    public String toString() {
        return "MarkedFile[" + spots.size() + " spots]";
    }
}
