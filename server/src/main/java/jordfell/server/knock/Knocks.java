package jordfell.server.knock;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.NearMiss;
import jordfell.core.identity.NearMisses;
import jordfell.server.change.Acts;
import jordfell.server.change.Changed;
import jordfell.server.change.Kept;
import jordfell.server.change.Subject;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.KnockStore;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Puts knocks beside the devices that they may come from. */
@Component
class Knocks {

    /**
     * A device that never called in and whose MAC is nearly the one that knocks.
     *
     * @param words what tells the two MACs apart
     * @param others how many other records are as near: with any, it may just as well be a device that nobody enrolled
     */
    record Near(long deviceId, String label, String mac, String words, boolean sameSite, int others) {}

    record KnockView(
            String mac,
            long siteId,
            String site,
            Instant firstAt,
            Instant lastAt,
            long times,
            String askedFor,
            String userAgent,
            String source,
            String claimRefused,
            @Nullable Near near) {}

    /** A device that waits for its claim code to be typed. */
    record Waiting(long deviceId, String code, String label, String site, Instant expires, boolean expired) {}

    private record Silent(long id, MacAddress mac, String label, long siteId) {}

    private final Jdbc jdbc;
    private final KnockStore store;
    private final DeviceStore devices;
    private final Acts acts;
    private final java.time.InstantSource clock;

    Knocks(Jdbc jdbc, KnockStore store, DeviceStore devices, Acts acts, java.time.InstantSource clock) {
        this.jdbc = jdbc;
        this.store = store;
        this.devices = devices;
        this.acts = acts;
        this.clock = clock;
    }

    List<KnockView> open(Collection<String> guessing) {
        List<KnockStore.Knock> knocks = store.open(guessing);
        Map<MacAddress, Near> near = near(knocks);
        return knocks.stream()
                .map(k -> new KnockView(
                        k.mac().toString(),
                        k.siteId(),
                        k.site(),
                        k.firstAt(),
                        k.lastAt(),
                        k.times(),
                        k.askedFor(),
                        k.userAgent(),
                        k.source(),
                        k.claimRefused(),
                        near.get(k.mac())))
                .toList();
    }

    List<Waiting> waiting() {
        Instant now = clock.instant();
        return jdbc.list(
                "select d.id, d.claim_code, d.claim_expires, d.label, s.name site from device d join site s on s.id = d.site_id "
                        + "where d.claim_code is not null and d.standing = 'IN_USE' order by d.claim_expires, d.id limit 200",
                row -> new Waiting(
                        row.number("id"),
                        new ClaimCode(row.text("claim_code")).toString(),
                        row.text("label"),
                        row.text("site"),
                        row.time("claim_expires"),
                        row.time("claim_expires").isBefore(now)));
    }

    void correct(MacAddress mac, long deviceId) {
        Device device = devices.find(deviceId).orElseThrow(() -> RefusedException.notFound("device"));
        devices.byMac(mac).ifPresent(other -> {
            throw RefusedException.field(
                    "/mac", mac + " is enrolled as " + other.label() + ".", "Load again to see how things stand.");
        });
        acts.act(
                id -> "corrected the MAC of " + device.label() + " from " + device.address() + " to " + mac,
                recording -> {
                    recording.changing(Kept.DEVICE, deviceId);
                    devices.setMac(deviceId, mac);
                    return deviceId;
                });
    }

    /** Of several near misses, one at the same site comes first. */
    private Map<MacAddress, Near> near(List<KnockStore.Knock> knocks) {
        Map<MacAddress, KnockStore.Knock> byMac = new HashMap<>();
        knocks.forEach(k -> byMac.put(k.mac(), k));
        NearMisses among = NearMisses.among(byMac.keySet());
        Map<MacAddress, Near> found = new HashMap<>();
        if (knocks.isEmpty()) {
            return found;
        }
        for (Silent device : silent()) {
            for (NearMiss miss : among.of(device.mac())) {
                KnockStore.Knock knock =
                        Optional.ofNullable(byMac.get(miss.other())).orElseThrow();
                boolean sameSite = knock.siteId() == device.siteId();
                Near before = found.get(miss.other());
                if (before == null || sameSite && !before.sameSite()) {
                    found.put(
                            miss.other(),
                            new Near(device.id(), device.label(), device.mac().toString(), miss.words(), sameSite, 0));
                }
            }
        }
        found.replaceAll((knock, near) -> new Near(
                near.deviceId(), near.label(), near.mac(), near.words(), near.sameSite(), othersAround(knock, near)));
        return found;
    }

    /** How many other records are a slip away: boxes of one delivery are, from each other. */
    private int othersAround(MacAddress knock, Near near) {
        return devices.countAmong(NearMisses.around(knock), near.deviceId());
    }

    /** Devices in use that never took a file. */
    private List<Silent> silent() {
        return new ArrayList<>(jdbc.list(
                "select d.id, d.mac, d.label, d.site_id from device d join device_state t on t.device_id = d.id "
                        + "where d.mac is not null and d.standing = 'IN_USE' and substring(t.rail, 4, 1) <> 'p' "
                        + "and t.firmware = ''",
                row -> new Silent(
                        row.number("id"), MacAddress.of(row.text("mac")), row.text("label"), row.number("site_id"))));
    }

    @EventListener
    @Order(0)
    void follow(Changed changed) {
        store.known(changed.numbersOf(Subject.DEVICE));
    }
}
