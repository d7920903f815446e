package jordfell.core.diagnosis;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import jordfell.core.text.LookAlikes;

/** What fingers, eyes and clipboards do to a password: one character less or more, another keyboard, another kind of blank. */
final class Slips {

    private static final String TYPED = "It was typed by hand.";
    private static final String PASTED = "It was pasted from something that had it so.";
    private static final String KEYBOARD = "It was typed on a keyboard of another layout.";

    private Slips() {}

    /** All that change this password, the likelier ones first; their words hold nothing of it. */
    static List<Damage> of(String password) {
        Map<String, Damage> all = new LinkedHashMap<>();
        List<Damage> slips = new ArrayList<>();
        single(password, slips);
        whole(slips);
        for (Damage slip : slips) {
            String made = slip.apply().apply(password);
            if (!made.equals(password)) {
                all.putIfAbsent(made, slip);
            }
        }
        return List.copyOf(all.values());
    }

    /** One character of it. */
    private static void single(String password, List<Damage> slips) {
        int length = password.length();
        for (int i = length - 1; i >= 0; i--) {
            int at = i;
            String which =
                    at == length - 1 ? "its last character" : at == 0 ? "its first character" : "one of its characters";
            slips.add(slip(
                    which + " missing",
                    "the right password without " + which,
                    TYPED,
                    p -> p.substring(0, at) + p.substring(at + 1)));
            slips.add(slip(
                    which + " doubled",
                    "the right password with " + which + " doubled",
                    TYPED,
                    p -> p.substring(0, at) + p.charAt(at) + p.substring(at)));
            slips.add(slip(
                    "one letter in the other case",
                    "the right password with one letter in the other case",
                    TYPED,
                    p -> p.substring(0, at) + otherCase(p.charAt(at)) + p.substring(at + 1)));
            if (at > 0) {
                slips.add(slip(
                        "two neighbours swapped",
                        "the right password with two neighbouring characters swapped",
                        TYPED,
                        p -> p.substring(0, at - 1) + p.charAt(at) + p.charAt(at - 1) + p.substring(at + 1)));
            }
            for (char other : LookAlikes.of(password.charAt(at))) {
                slips.add(slip(
                        "one character taken for another",
                        "the right password with one character taken for one that looks like it",
                        "It was read from paper.",
                        p -> p.substring(0, at) + other + p.substring(at + 1)));
            }
        }
    }

    /** All of it. */
    private static void whole(List<Damage> slips) {
        slips.add(slip(
                "y and z swapped", "the right password with y and z swapped", KEYBOARD, p -> swapped(p, "yz", "YZ")));
        slips.add(slip(
                "a and q, w and z swapped",
                "the right password with a and q, and w and z, swapped",
                KEYBOARD,
                p -> swapped(p, "aq", "AQ", "wz", "WZ")));
        slips.add(slip("pasted twice", "the right password twice", "It was pasted twice.", p -> p + p));
        slips.add(slip("without its blanks", "the right password without its blanks", PASTED, p -> p.replace(" ", "")));
        slips.add(slip("two blanks after it", "the right password with two blanks after it", PASTED, p -> p + "  "));
        LookAlikes.blanks().forEach((blank, words) -> {
            slips.add(slip(
                    words + " after it", "the right password with " + words + " after it", PASTED, p -> p + blank));
            slips.add(slip(
                    words + " before it", "the right password with " + words + " before it", PASTED, p -> blank + p));
            slips.add(slip(
                    words + " around it",
                    "the right password with " + words + " before and after it",
                    PASTED,
                    p -> blank + p + blank));
            slips.add(slip(
                    words + " for its blank",
                    "the right password with " + words + " in place of each blank",
                    PASTED,
                    p -> p.replace(" ", blank)));
        });
        String typographic = "It went through a word processor.";
        slips.add(slip(
                "typographic quotes",
                "the right password with typographic quotes",
                typographic,
                p -> p.replace('\'', '’').replaceFirst("\"", "“").replace('"', '”')));
        slips.add(slip(
                "a dash for its hyphen",
                "the right password with a dash for its hyphen",
                typographic,
                p -> p.replace('-', '–')));
        slips.add(slip(
                "an ellipsis for its dots",
                "the right password with an ellipsis for three dots",
                typographic,
                p -> p.replace("...", "…")));
        String form = "Another program writes its letters in another form.";
        slips.add(slip(
                "composed letters",
                "the right password with its accents composed",
                form,
                p -> Normalizer.normalize(p, Normalizer.Form.NFC)));
        slips.add(slip(
                "decomposed letters",
                "the right password with its accents apart",
                form,
                p -> Normalizer.normalize(p, Normalizer.Form.NFD)));
        slips.add(slip(
                "compatible letters",
                "the right password with its letters in their plain form",
                form,
                p -> Normalizer.normalize(p, Normalizer.Form.NFKC)));
        slips.add(slip("another encoding", "the right password read in another encoding", form, Slips::misread));
        for (String one : List.of(
                "&:&amp;",
                "<:&lt;",
                ">:&gt;",
                "\":&quot;",
                "':&apos;",
                "':&#39;",
                "%:%25",
                "#:%23",
                "+:%2B",
                " :+",
                " :%20",
                "\\:\\\\",
                "$:$$")) {
            int colon = one.indexOf(':', 1);
            slips.add(slip(
                    "escaped in part",
                    "the right password with one kind of its characters escaped",
                    "Something between here and the phone escaped it as if for another format.",
                    p -> p.replace(one.substring(0, colon), one.substring(colon + 1))));
        }
    }

    private static Damage slip(String brief, String sentence, String reason, Function<String, String> apply) {
        return new Damage(brief, sentence, reason, apply::apply);
    }

    /** UTF-8 taken for an encoding of single bytes. */
    private static String misread(String text) {
        return new String(
                text.getBytes(java.nio.charset.StandardCharsets.UTF_8), java.nio.charset.StandardCharsets.ISO_8859_1);
    }

    private static char otherCase(char c) {
        return Character.isUpperCase(c) ? Character.toLowerCase(c) : Character.toUpperCase(c);
    }

    private static String swapped(String text, String... pairs) {
        StringBuilder out = new StringBuilder(text);
        for (int i = 0; i < out.length(); i++) {
            for (String pair : pairs) {
                int place = pair.indexOf(text.charAt(i));
                if (place >= 0) {
                    out.setCharAt(i, pair.charAt(1 - place));
                }
            }
        }
        return out.toString();
    }
}
