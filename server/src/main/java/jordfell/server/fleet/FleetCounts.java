package jordfell.server.fleet;

import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How many devices stand how. */
@Component
public class FleetCounts {

    private final FleetIndex index;

    FleetCounts(FleetIndex index) {
        this.index = index;
    }

    /** The devices of a batch by condition. */
    public Map<String, Integer> ofBatch(long batchId) {
        return index.page(new FleetIndex.Filter(0, Optional.empty(), "", batchId), "", 1).counts().entrySet().stream()
                .collect(Collectors.toMap(e -> e.getKey().name(), Map.Entry::getValue));
    }
}
