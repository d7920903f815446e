package jordfell.core.render;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.render.BodyName.Place;

/** Finds what a body writes between {@code {{ }}}, with its line and the section it stands in. */
final class BodyWords {

    private static final Pattern TAG = Pattern.compile("\\{\\{(\\{?)\\s*([#^/&>!=]?)\\s*([^}]*?)\\s*\\}?\\}\\}");

    /**
     * One tag.
     *
     * @param sign {@code #}, {@code ^} or {@code /} for sections, {@code &} or <code>{</code> for unescaped values,
     *     {@code !} for remarks, {@code >} for parts, {@code =} for other delimiters, empty for a value
     * @param from where in the body it begins
     */
    record Word(int line, int from, String sign, String name, Place place) {}

    private BodyWords() {}

    static List<Word> in(String body) {
        List<Word> words = new ArrayList<>();
        Deque<Place> places = new ArrayDeque<>();
        places.push(Place.ANYWHERE);
        Matcher tag = TAG.matcher(body);
        int line = 1;
        int counted = 0;
        while (tag.find()) {
            line += (int) body.substring(counted, tag.start())
                    .chars()
                    .filter(c -> c == '\n')
                    .count();
            counted = tag.start();
            String sign = tag.group(1).isEmpty() ? tag.group(2) : "{";
            String name = tag.group(3);
            if (sign.equals("/") && places.size() > 1) {
                places.pop();
            }
            words.add(new Word(line, tag.start(), sign, name, places.element()));
            if (sign.equals("#") || sign.equals("^")) {
                places.push(inside(name, places.element()));
            }
        }
        return words;
    }

    /** The body with nothing in place of its tags. */
    static String withoutTags(String body) {
        return TAG.matcher(body).replaceAll("");
    }

    private static Place inside(String section, Place around) {
        return switch (section) {
            case BodyNames.STATIONS -> Place.STATION;
            case BodyNames.KEYS -> Place.KEY;
            default -> around;
        };
    }
}
