package jordfell.core.render;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import jordfell.core.render.BodyName.Place;

/** Finds what a body writes between {@code {{ }}}, with its line and the section it stands in. */
final class BodyWords {

    private static final String SIGNS = "#^/&>!=";

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
        int line = 1;
        int counted = 0;
        for (Tag tag : tags(body)) {
            for (; counted < tag.from(); counted++) {
                line += body.charAt(counted) == '\n' ? 1 : 0;
            }
            if (tag.sign().equals("/") && places.size() > 1) {
                places.pop();
            }
            words.add(new Word(line, tag.from(), tag.sign(), tag.name(), places.element()));
            if (tag.sign().equals("#") || tag.sign().equals("^")) {
                places.push(inside(tag.name(), places.element()));
            }
        }
        return words;
    }

    /** The body with nothing in place of its tags. */
    static String withoutTags(String body) {
        StringBuilder rest = new StringBuilder(body.length());
        int from = 0;
        for (Tag tag : tags(body)) {
            rest.append(body, from, tag.from());
            from = tag.to();
        }
        return rest.append(body, from, body.length()).toString();
    }

    private record Tag(int from, int to, String sign, String name) {}

    /** All tags, in one pass: whatever somebody types, each character is looked at a few times at most. */
    private static List<Tag> tags(String body) {
        List<Tag> tags = new ArrayList<>();
        int close = body.indexOf('}');
        int open = body.indexOf("{{");
        while (open >= 0 && close >= 0) {
            int at = open + 2;
            if (close < at) {
                close = body.indexOf('}', at);
                continue;
            }
            boolean raw = at < close && body.charAt(at) == '{';
            at = afterBlanks(body, raw ? at + 1 : at, close);
            String sign = raw ? "{" : "";
            if (at < close && SIGNS.indexOf(body.charAt(at)) >= 0) {
                sign = raw ? "{" : body.substring(at, at + 1);
                at = afterBlanks(body, at + 1, close);
            }
            if (body.startsWith("}}", close)) {
                int end = body.startsWith("}}}", close) ? close + 3 : close + 2;
                tags.add(new Tag(open, end, sign, body.substring(at, close).strip()));
                open = body.indexOf("{{", end);
            } else {
                open = body.indexOf("{{", open + 1);
            }
        }
        return tags;
    }

    private static int afterBlanks(String body, int from, int until) {
        int at = from;
        while (at < until && Character.isWhitespace(body.charAt(at))) {
            at++;
        }
        return at;
    }

    private static Place inside(String section, Place around) {
        return switch (section) {
            case BodyNames.STATIONS -> Place.STATION;
            case BodyNames.KEYS -> Place.KEY;
            default -> around;
        };
    }
}
