package jordfell.server.templates;

import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import jordfell.core.keys.KeyFill;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyLayoutWish;
import jordfell.core.keys.KeyWish;
import jordfell.server.problem.Fields;
import org.jspecify.annotations.Nullable;

/** What a layer wishes of the keys, as it is shown and sent. */
record KeyLayoutForm(@Nullable List<WishView> wishes, long version) {

    /**
     * A wish at a position.
     *
     * @param department for a row that a rule fills: whose people; empty for everyone
     * @param order how that row is sorted; null if it is no rule
     */
    record WishView(
            int position,
            @Nullable KeyKind kind,
            @Nullable String target,
            @Nullable String label,
            @Nullable String department,
            KeyFill.@Nullable Order order) {}

    static List<WishView> views(SortedMap<Integer, KeyWish> wishes) {
        return wishes.entrySet().stream()
                .map(e -> new WishView(
                        e.getKey(),
                        e.getValue().kind(),
                        e.getValue().target(),
                        e.getValue().label(),
                        e.getValue().fill().map(KeyFill::department).orElse(null),
                        e.getValue().fill().map(KeyFill::order).orElse(null)))
                .toList();
    }

    /** The wishes by their positions; refused at those that can’t be. */
    static SortedMap<Integer, KeyWish> wishes(@Nullable List<WishView> views) {
        List<WishView> all = views == null ? List.of() : views;
        return Fields.good(new KeyLayoutWish(all.stream()
                        .map(v -> new KeyLayoutWish.Placed(v.position(), wish(v)))
                        .toList())
                .checked());
    }

    private static KeyWish wish(WishView view) {
        return new KeyWish(
                Optional.ofNullable(view.kind()).orElse(KeyKind.EMPTY),
                text(view.target()),
                text(view.label()),
                Optional.ofNullable(view.order()).map(order -> new KeyFill(text(view.department()), order)));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
