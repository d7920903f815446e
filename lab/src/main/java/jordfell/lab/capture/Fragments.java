package jordfell.lab.capture;

import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** Puts the fragments of IPv4 packets together again (RFC 791 §3.2); those that stay incomplete are forgotten, oldest first. */
final class Fragments {

    private static final int HEADERS = 34;
    private static final int MOST_WAITING = 256;

    /** Of a packet, by where they begin. */
    private final Map<String, SortedMap<Integer, byte[]>> waiting = new LinkedHashMap<>();

    /** The packet as one frame, once this fragment was the last that was missing. */
    Optional<byte[]> put(byte[] frame) {
        ByteBuffer header = ByteBuffer.wrap(frame);
        String packet = header.getShort(18) + " " + header.getLong(26) + " " + frame[23];
        int offset = (header.getShort(20) & 0x1fff) * 8;
        SortedMap<Integer, byte[]> parts = waiting.computeIfAbsent(packet, p -> new TreeMap<>());
        parts.putIfAbsent(offset, Arrays.copyOf(frame, 14 + (header.getShort(16) & 0xffff)));
        if (waiting.size() > MOST_WAITING) {
            waiting.remove(waiting.keySet().iterator().next());
        }
        Optional<byte[]> whole = whole(parts);
        whole.ifPresent(done -> waiting.remove(packet));
        return whole;
    }

    private static Optional<byte[]> whole(SortedMap<Integer, byte[]> parts) {
        int next = 0;
        boolean isLast = false;
        ByteBuffer whole = ByteBuffer.allocate(HEADERS + 0xffff);
        for (Map.Entry<Integer, byte[]> part : parts.entrySet()) {
            byte[] bytes = part.getValue();
            if (part.getKey() != next || whole.remaining() < bytes.length) {
                return Optional.empty();
            }
            whole.put(bytes, next == 0 ? 0 : HEADERS, next == 0 ? bytes.length : bytes.length - HEADERS);
            next += bytes.length - HEADERS;
            isLast = (ByteBuffer.wrap(bytes).getShort(20) & 0x2000) == 0;
        }
        if (!isLast) {
            return Optional.empty();
        }
        byte[] frame = Arrays.copyOf(whole.array(), whole.position());
        ByteBuffer.wrap(frame).putShort(16, (short) (frame.length - 14)).putShort(20, (short) 0);
        Frame.sign(frame);
        return Optional.of(frame);
    }
}
