package jordfell.server.calls;

import java.util.List;
import jordfell.core.calls.Callee;
import jordfell.server.records.GroupStore.RingGroup;

/** A group as it is kept. */
record GroupView(
        long id,
        String number,
        String name,
        boolean together,
        int eachSeconds,
        List<String> members,
        String afterwards,
        long version) {

    static GroupView of(RingGroup kept) {
        Callee.Group g = kept.group();
        return new GroupView(
                kept.id(),
                g.number(),
                g.name(),
                g.together(),
                (int) g.each().toSeconds(),
                g.members(),
                g.afterwards().orElse(""),
                kept.version());
    }
}
