package jordfell.core.search;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.roaringbitmap.RoaringBitmap;

/**
 * Tells which things hold a fragment of text. Every pair and triple of characters knows the things that hold it; a
 * fragment's are found where all of its triples meet, and then looked at. Not safe for use by several threads at once.
 */
public final class FragmentIndex {

    private final Map<String, RoaringBitmap> holders = new HashMap<>();
    private final Map<Integer, String> texts = new HashMap<>();

    /** Files the thing under its text anew; case does not matter. */
    public void put(int id, String text) {
        String folded = fold(text);
        String before = texts.put(id, folded);
        if (folded.equals(before)) {
            return;
        }
        if (before != null) {
            forget(id, before);
        }
        grams(
                folded,
                gram -> holders.computeIfAbsent(gram, g -> new RoaringBitmap()).add(id));
    }

    public void remove(int id) {
        String before = texts.remove(id);
        if (before != null) {
            forget(id, before);
        }
    }

    public int size() {
        return texts.size();
    }

    /** Whether the thing's text holds the fragment. */
    public boolean holds(int id, String fragment) {
        return Optional.ofNullable(texts.get(id))
                .filter(text -> text.contains(fold(fragment)))
                .isPresent();
    }

    /** Whether the first line of the thing's text holds the fragment. */
    public boolean firstLineHolds(int id, String fragment) {
        return Optional.ofNullable(texts.get(id))
                .filter(text -> text.lines().findFirst().orElse("").contains(fold(fragment)))
                .isPresent();
    }

    /**
     * The things that may hold this fragment, of at least two characters; {@link #holds} says whether they do. Empty for
     * a shorter one, which everything may hold.
     */
    public Optional<RoaringBitmap> candidates(String fragment) {
        String folded = fold(fragment);
        if (folded.length() < 2) {
            return Optional.empty();
        }
        if (folded.length() == 2) {
            return Optional.of(holders.getOrDefault(folded, new RoaringBitmap()));
        }
        RoaringBitmap meeting = null;
        for (int i = 0; i + 3 <= folded.length(); i++) {
            RoaringBitmap with = holders.getOrDefault(folded.substring(i, i + 3), new RoaringBitmap());
            meeting = meeting == null ? with : RoaringBitmap.and(meeting, with);
        }
        return Optional.ofNullable(meeting);
    }

    private void forget(int id, String text) {
        grams(text, gram -> {
            RoaringBitmap bitmap = holders.get(gram);
            if (bitmap != null) {
                bitmap.remove(id);
            }
        });
    }

    private static void grams(String text, java.util.function.Consumer<String> taker) {
        for (int i = 0; i + 2 <= text.length(); i++) {
            taker.accept(text.substring(i, i + 2));
            if (i + 3 <= text.length()) {
                taker.accept(text.substring(i, i + 3));
            }
        }
    }

    private static String fold(String text) {
        return text.toLowerCase(Locale.ROOT);
    }
}
