package jordfell.server.change;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Notes which records an act touches. Records must be named before they are changed or removed, and after being made. */
public final class Recording {

    private final Images images;
    private final Journal journal = Journal.empty();

    Recording(Images images) {
        this.images = images;
    }

    public void made(Kept kind, Collection<Long> ids) {
        ids.forEach(id -> made(kind, Long.toString(id)));
    }

    public void made(Kept kind, long id) {
        made(kind, Long.toString(id));
    }

    public void made(Kept kind, String id) {
        journal.made().computeIfAbsent(kind, k -> new ArrayList<>()).add(id);
    }

    public void changing(Kept kind, long id) {
        changing(kind, Long.toString(id));
    }

    public void changing(Kept kind, String id) {
        boolean known = journal.changed().stream().anyMatch(c -> c.kind() == kind && c.id().equals(id))
                || journal.made().getOrDefault(kind, List.of()).contains(id);
        if (!known) {
            journal.changed().add(new Journal.Changed(kind, id, 0, images.take(kind, List.of(id))));
        }
    }

    public void changing(Kept kind, Collection<Long> ids) {
        ids.forEach(id -> changing(kind, id));
    }

    public void removing(Kept kind, Collection<Long> ids) {
        journal.gone()
                .computeIfAbsent(kind, k -> new ArrayList<>())
                .addAll(images.take(
                        kind, ids.stream().map(id -> Long.toString(id)).toList()));
    }

    Journal journal() {
        return journal;
    }
}
