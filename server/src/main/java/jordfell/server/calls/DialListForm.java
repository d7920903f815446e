package jordfell.server.calls;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.dialing.DialList;
import jordfell.core.dialing.DialListWish;
import jordfell.core.dialing.DialListWish.Goes;
import jordfell.core.dialing.DialListWish.RowWish;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.DialTarget.Change;
import org.jspecify.annotations.Nullable;

/** A dial list as it is written and read. */
record DialListForm(
        long domainId, @Nullable String name, @Nullable List<DialRow> rows, long version) {

    /**
     * A row; what its way does not need is empty.
     *
     * @param listName what the list is called that stands here
     */
    record DialRow(
            @Nullable Goes goes,
            @Nullable String pattern,
            @Nullable Integer dropped,
            @Nullable String before,
            @Nullable String text,
            @Nullable Long listId,
            @Nullable String listName,
            @Nullable String note) {

        private RowWish wish() {
            return new RowWish(pattern, goes, Optional.ofNullable(dropped).orElse(0), before, text, listId, note);
        }
    }

    DialListWish wish() {
        return new DialListWish(
                name,
                rows == null ? List.of() : rows.stream().map(DialRow::wish).toList());
    }

    static List<DialRow> rows(DialList list, Map<Long, DialList> all) {
        return list.entries().stream().map(entry -> row(entry, all)).toList();
    }

    private static DialRow row(DialList.Entry entry, Map<Long, DialList> all) {
        if (entry instanceof DialList.Included included) {
            String name = Optional.ofNullable(all.get(included.listId()))
                    .map(DialList::name)
                    .orElse("");
            return new DialRow(Goes.LIST, "", 0, "", "", included.listId(), name, "");
        }
        DialList.Rule rule = (DialList.Rule) entry;
        DialTarget target = rule.target();
        Change change = target instanceof DialTarget.Inside inside
                ? inside.change()
                : target instanceof DialTarget.Outside outside ? outside.change() : Change.NONE;
        String text = target instanceof DialTarget.Refused refused
                ? refused.why()
                : target instanceof DialTarget.Service service ? service.name() : "";
        return new DialRow(
                Goes.of(target),
                rule.pattern().toString(),
                change.dropped(),
                change.before(),
                text,
                null,
                null,
                rule.note());
    }
}
