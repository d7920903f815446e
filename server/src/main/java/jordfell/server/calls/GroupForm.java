package jordfell.server.calls;

import java.util.List;
import jordfell.core.calls.GroupWish;
import org.jspecify.annotations.Nullable;

/**
 * A group as somebody writes it.
 *
 * @param members numbers, in their order
 */
record GroupForm(
        long domainId,
        @Nullable String number,
        @Nullable String name,
        boolean together,
        int eachSeconds,
        @Nullable List<@Nullable String> members,
        @Nullable String afterwards,
        long version) {

    GroupWish wish() {
        return new GroupWish(number, name, together, eachSeconds, members == null ? List.of() : members, afterwards);
    }
}
