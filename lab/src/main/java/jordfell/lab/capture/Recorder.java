package jordfell.lab.capture;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.List;
import java.util.Set;

/** Keeps the newest datagrams of the wire: so many, and so many bytes of them; older ones go. */
public final class Recorder {

    private final int most;
    private final long mostBytes;
    private final Deque<Captured> kept = new ArrayDeque<>();
    private long bytes;

    /** One that keeps this many datagrams at most, and this many bytes of them. */
    public Recorder(int most, long mostBytes) {
        this.most = most;
        this.mostBytes = mostBytes;
    }

    public void record(Captured captured) {
        kept.addLast(captured);
        bytes += captured.bytes().length;
        while (kept.size() > most || bytes > mostBytes) {
            bytes -= kept.removeFirst().bytes().length;
        }
    }

    /**
     * Those since a moment that have to do with these addresses, the oldest first.
     *
     * @param hosts none for all
     */
    public List<Captured> since(Instant since, Collection<String> hosts) {
        Set<String> wanted = Set.copyOf(hosts);
        return kept.stream()
                .filter(c -> !c.at().isBefore(since))
                .filter(c -> wanted.isEmpty() || wanted.contains(c.from().host()) || wanted.contains(c.to().host()))
                .toList();
    }
}
