package jordfell.core.dialing;

import java.util.List;

/**
 * What an extension may dial: dial lists in their order.
 *
 * @param lists numbers of lists of the same domain
 */
public record Permission(long id, String name, List<Long> lists) {

    public Permission {
        lists = List.copyOf(lists);
    }
}
