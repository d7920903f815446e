package jordfell.server.fleet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/** When the passing of time alone changes something about each device. Asking costs what is due, not what waits. */
final class DueTimes {

    private record Due(Instant at, long device) {}

    private final TreeSet<Due> inOrder =
            new TreeSet<>(Comparator.comparing(Due::at).thenComparingLong(Due::device));
    private final Map<Long, Due> byDevice = new HashMap<>();

    /** The device is due then, and not when it was before. */
    synchronized void put(long device, Instant at) {
        Due due = new Due(at, device);
        Due before = byDevice.put(device, due);
        if (before != null) {
            inOrder.remove(before);
        }
        inOrder.add(due);
    }

    /** The devices whose time has come, which are due no more. */
    synchronized List<Long> take(Instant now) {
        List<Long> devices = new ArrayList<>();
        while (!inOrder.isEmpty() && !inOrder.first().at().isAfter(now)) {
            long device = inOrder.pollFirst().device();
            byDevice.remove(device);
            devices.add(device);
        }
        return devices;
    }
}
