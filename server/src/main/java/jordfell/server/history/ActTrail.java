package jordfell.server.history;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import jordfell.core.history.Act;
import jordfell.server.jdbc.Jdbc;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/** What was done that devices followed, for some time: one row for an act, however many devices it was about. */
@Component
public class ActTrail {

    private static final Duration KEPT = Duration.ofDays(90);

    /** As many of the newest are looked through for one device. */
    private static final int MOST = 2_000;

    private final Jdbc jdbc;

    ActTrail(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    void add(Collection<Long> devices, Instant at, String who, String what) {
        RoaringBitmap bits = new RoaringBitmap();
        devices.forEach(id -> bits.add(Math.toIntExact(id)));
        bits.runOptimize();
        jdbc.update("insert into act_trail (at, who, what, devices) values (?, ?, ?, ?)", at, who, what, bytes(bits));
        jdbc.update("delete from act_trail where at < ?", at.minus(KEPT));
    }

    /** Those since a moment that a device followed, oldest first. */
    public List<Act> of(long device, Instant since) {
        record Row(Act act, RoaringBitmap devices) {}
        int bit = Math.toIntExact(device);
        return jdbc
                .list(
                        "select at, who, what, devices from (select * from act_trail where at >= ? order by id desc limit "
                                + MOST + ") order by id",
                        row -> new Row(
                                new Act(row.time("at"), row.text("who"), row.text("what")), read(row.bytes("devices"))),
                        since)
                .stream()
                .filter(row -> row.devices().contains(bit))
                .map(Row::act)
                .toList();
    }

    private static byte[] bytes(RoaringBitmap bits) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            bits.serialize(new DataOutputStream(out));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static RoaringBitmap read(byte[] bytes) {
        RoaringBitmap bits = new RoaringBitmap();
        try {
            bits.deserialize(new DataInputStream(new ByteArrayInputStream(bytes)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bits;
    }
}
