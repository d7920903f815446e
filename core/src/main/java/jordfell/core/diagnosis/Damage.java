package jordfell.core.diagnosis;

import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * A way in which phones, files and people damage a password.
 *
 * @param brief a few words: {@code a blank after it}
 * @param sentence completes “It used …”
 * @param likelyReason how this usually comes about
 */
public record Damage(String brief, String sentence, String likelyReason, UnaryOperator<String> apply) {

    private static final int SHORTEST_CUT = 8;
    private static final int LONGEST_CUT = 64;
    private static final String COPIED = "It was copied with it.";
    private static final String ESCAPED = "Something between here and the phone escaped it as if for another format.";
    private static final String UNESCAPED = "Something between here and the phone undid an escape that was not one.";

    private static final List<Damage> FIXED = List.of(
            new Damage("a blank after it", "the right password with a blank after it", COPIED, p -> p + " "),
            new Damage("a blank before it", "the right password with a blank before it", COPIED, p -> " " + p),
            new Damage(
                    "blanks around it",
                    "the right password with a blank before and after it",
                    COPIED,
                    p -> " " + p + " "),
            new Damage("a line break after it", "the right password with a line break after it", COPIED, p -> p + "\n"),
            new Damage(
                    "a line break after it", "the right password with a line break after it", COPIED, p -> p + "\r\n"),
            new Damage("a tab after it", "the right password with a tab after it", COPIED, p -> p + "\t"),
            new Damage(
                    "all lower case",
                    "the right password in lower case only",
                    "The phone or the person typing it lost the capitals.",
                    p -> p.toLowerCase(Locale.ROOT)),
            new Damage(
                    "all upper case",
                    "the right password in upper case only",
                    "The phone’s keypad was set to capitals.",
                    p -> p.toUpperCase(Locale.ROOT)),
            new Damage(
                    "its case swapped",
                    "the right password with capitals and small letters swapped",
                    "Caps lock was on.",
                    Damage::swapCase),
            new Damage("HTML-escaped", "the right password, HTML-escaped", ESCAPED, Damage::htmlEscape),
            new Damage(
                    "HTML-escaped twice",
                    "the right password, HTML-escaped twice",
                    ESCAPED,
                    p -> htmlEscape(htmlEscape(p))),
            new Damage("URL-escaped", "the right password, URL-escaped", ESCAPED, Damage::urlEscape),
            new Damage(
                    "URL-escaped twice",
                    "the right password, URL-escaped twice",
                    ESCAPED,
                    p -> urlEscape(urlEscape(p))),
            new Damage(
                    "backslash-escaped",
                    "the right password with its escapes left in",
                    ESCAPED,
                    p -> p.replace("\\", "\\\\").replace("#", "\\#").replace(";", "\\;")),
            new Damage("HTML-unescaped", "the right password, HTML-unescaped", UNESCAPED, Damage::htmlUnescape),
            new Damage("URL-unescaped", "the right password, URL-unescaped", UNESCAPED, Damage::urlUnescape),
            new Damage(
                    "in quotes",
                    "the right password in double quotes",
                    "The quotes around it were taken for part of it.",
                    p -> "\"" + p + "\""),
            new Damage(
                    "in quotes",
                    "the right password in single quotes",
                    "The quotes around it were taken for part of it.",
                    p -> "'" + p + "'"));

    /** Every damage that changes this password, the likely ones first. */
    public static List<Damage> of(String password) {
        List<Damage> list = new ArrayList<>(FIXED);
        for (char stop : new char[] {'#', ';', '"', '&', ' '}) {
            int at = password.indexOf(stop);
            if (at > 0) {
                String what = stop == ' ' ? "blank" : String.valueOf(stop);
                list.add(new Damage(
                        "cut at its first " + what,
                        "the right password up to its first " + what,
                        "The " + what + " ended the value where it was read.",
                        p -> p.substring(0, at)));
            }
        }
        for (int length = SHORTEST_CUT; length <= Math.min(LONGEST_CUT, password.length() - 2); length++) {
            int cut = length;
            list.add(new Damage(
                    "cut at " + cut + " characters",
                    "the first " + cut + " characters of the right password",
                    "The field it was typed into holds no more.",
                    p -> p.substring(0, cut)));
        }
        return list.stream()
                .filter(d -> !d.apply().apply(password).equals(password))
                .toList();
    }

    /** This and then another one. */
    Damage and(Damage then) {
        return new Damage(
                brief + ", " + then.brief,
                sentence + ", and that with this besides: " + then.brief,
                likelyReason,
                p -> then.apply.apply(apply.apply(p)));
    }

    /** The number of characters it was cut to, if that is the damage. */
    public Optional<Integer> cutAt() {
        return brief.startsWith("cut at ") && brief.endsWith(" characters")
                ? Optional.of(Integer.parseInt(brief.replaceAll("[^0-9]", "")))
                : Optional.empty();
    }

    private static String swapCase(String text) {
        StringBuilder out = new StringBuilder();
        text.chars()
                .map(c -> Character.isUpperCase(c) ? Character.toLowerCase(c) : Character.toUpperCase(c))
                .forEach(c -> out.append((char) c));
        return out.toString();
    }

    private static String htmlEscape(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;")
                .replace("'", "&#39;");
    }

    private static String htmlUnescape(String text) {
        return text.replace("&lt;", "<")
                .replace("&gt;", ">")
                .replace("&quot;", "\"")
                .replace("&#39;", "'")
                .replace("&amp;", "&");
    }

    private static String urlEscape(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private static String urlUnescape(String text) {
        try {
            return URLDecoder.decode(text, StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return text; // a lone % can't be unescaped, so nothing could have done it
        }
    }
}
