package jordfell.server.calls;

import java.util.List;
import jordfell.core.dialing.PermissionWish;
import org.jspecify.annotations.Nullable;

/**
 * A permission as somebody writes it.
 *
 * @param lists numbers of dial lists, the first to be tried first
 */
record PermissionForm(
        long domainId, @Nullable String name, @Nullable List<@Nullable Long> lists, long version) {

    PermissionWish wish() {
        return new PermissionWish(name, lists == null ? List.of() : lists);
    }
}
