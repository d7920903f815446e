package jordfell.core.tftp;

import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * One file on its way to one client, block by block (RFC 1350 §2), in blocks of the size that the client asked for (RFC
 * 2348), with the time-out that it asked for and the file's size told if it asked (RFC 2349).
 *
 * <p>Each packet is kept until it is acknowledged, to be sent again. A duplicate acknowledgement sends nothing: that is
 * the cure of the Sorcerer's Apprentice Syndrome (RFC 1123 §4.2.3.1).
 */
public final class TftpTransfer {

    private static final int USUAL_BLOCK = 512;
    private static final int SMALLEST_BLOCK = 8;
    private static final int LARGEST_BLOCK = 65_464;

    /** RFC 2349 lets a client ask for up to 255 seconds; longer than this is not agreed to, and the usual time is kept. */
    public static final int MOST_SECONDS = 5;

    private static final Duration USUAL_TIMEOUT = Duration.ofSeconds(2);

    private final byte[] file;
    private final int blockSize;
    private final Duration timeout;
    private final Map<String, String> taken;

    /** How many blocks were acknowledged; -1 before the options were. */
    private long acknowledged;

    public TftpTransfer(TftpPacket.Read request, byte[] file) {
        this.file = file;
        this.taken = new LinkedHashMap<>();
        this.blockSize = whole(request, "blksize", SMALLEST_BLOCK, Integer.MAX_VALUE)
                .map(asked -> Math.min(asked, LARGEST_BLOCK))
                .orElse(USUAL_BLOCK);
        whole(request, "blksize", SMALLEST_BLOCK, Integer.MAX_VALUE)
                .ifPresent(asked -> taken.put("blksize", Integer.toString(blockSize)));
        Optional<Integer> seconds = whole(request, "timeout", 1, MOST_SECONDS);
        this.timeout = seconds.map(Duration::ofSeconds).orElse(USUAL_TIMEOUT);
        seconds.ifPresent(s -> taken.put("timeout", Integer.toString(s)));
        if (request.options().containsKey("tsize")) {
            taken.put("tsize", Integer.toString(file.length));
        }
        this.acknowledged = taken.isEmpty() ? 0 : -1;
    }

    /** How long to wait for an acknowledgement before the present packet is sent again. */
    public Duration timeout() {
        return timeout;
    }

    /** What is to be sent now, again if it was sent before; empty when the file has arrived. */
    public Optional<TftpPacket> present() {
        if (acknowledged < 0) {
            return Optional.of(new TftpPacket.OptionAck(taken));
        }
        long from = acknowledged * blockSize;
        if (from > file.length) {
            return Optional.empty();
        }
        int to = (int) Math.min(file.length, from + blockSize);
        // Block numbers have 16 bits and go on from 0 after the last.
        return Optional.of(
                new TftpPacket.Data((int) ((acknowledged + 1) & 0xffff), Arrays.copyOfRange(file, (int) from, to)));
    }

    /** Whether this acknowledges the present packet, so that the next one is due. */
    public boolean acknowledge(int block) {
        if (block != (int) ((acknowledged + 1) & 0xffff)) {
            return false;
        }
        acknowledged++;
        return true;
    }

    private static Optional<Integer> whole(TftpPacket.Read request, String option, int min, int max) {
        String text = request.options().getOrDefault(option, "");
        if (!text.matches("[0-9]{1,9}")) {
            return Optional.empty();
        }
        int number = Integer.parseInt(text);
        return number < min || number > max ? Optional.empty() : Optional.of(number);
    }
}
