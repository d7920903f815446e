package jordfell.server.release;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import jordfell.core.identity.MacAddress;
import jordfell.core.planning.RegistrationLoad;
import jordfell.core.release.Snapshot;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.ReleaseStore;
import org.springframework.stereotype.Component;

/** Works out what a release would do before it is made. */
@Component
class ReleaseImpact {

    private static final int SHOWN = 12;
    private static final int SHOWN_OBSTACLES = 100;

    /** Some devices by label, and how many there are in all. */
    record Devices(int count, List<String> labels) {
        static Devices of(List<String> labels) {
            return new Devices(labels.size(), labels.stream().limit(SHOWN).toList());
        }
    }

    /** A change and the devices that it is made on. */
    record ChangeOn(String change, Devices devices) {}

    /** Why a device's configuration can't be made. */
    record Obstacle(long deviceId, String label, String why) {}

    /**
     * What would happen.
     *
     * @param changing configurations that change
     * @param unchanged devices that have their present configuration already; they are sent nothing
     * @param first devices that are given their first configuration
     * @param restarting devices that have to restart
     * @param inCall devices that have a call up; a restart waits for its end
     * @param told devices that are registered and told at once
     * @param loadBefore registrations per second of these devices as they are
     * @param loadAfter the same after the release
     * @param powerCut registrations per second when all come back at once
     * @param leftOut what models leave out, and on which devices
     * @param waiting devices that wait in a wave of another release
     * @param unfit firmware that is blocked or too old, and on which devices
     * @param overwritten numbers that somebody typed into phones, and that their new file does not have
     */
    record Forecast(
            int changing,
            int unchanged,
            int first,
            Devices restarting,
            Devices inCall,
            int told,
            List<ChangeOn> changes,
            List<Obstacle> obstacles,
            String loadBefore,
            String loadAfter,
            String powerCut,
            List<ChangeOn> leftOut,
            Devices waiting,
            List<ChangeOn> unfit,
            List<ChangeOn> overwritten) {}

    private final FactsAssembler facts;
    private final ReleaseStore releases;
    private final PhoneBell bell;
    private final InParts parts;
    private final FirmwareDoubts doubts;
    private final Jdbc jdbc;

    ReleaseImpact(
            FactsAssembler facts,
            ReleaseStore releases,
            PhoneBell bell,
            InParts parts,
            FirmwareDoubts doubts,
            Jdbc jdbc) {
        this.facts = facts;
        this.releases = releases;
        this.bell = bell;
        this.parts = parts;
        this.doubts = doubts;
        this.jdbc = jdbc;
    }

    /** Works it out for each of these devices, on all cores. */
    Forecast of(List<Long> deviceIds) {
        Set<MacAddress> calling = Set.copyOf(bell.inCall());
        FirmwareDoubts.Known firmware = doubts.of(deviceIds);
        Sums sums = new Sums();
        parts.each(
                deviceIds,
                id -> facts.assemble(id).map(d -> one(d, calling, firmware)),
                one -> one.ifPresent(sums::add));
        return sums.impact(
                jdbc.listOf("""
                        select d.label from unnest(cast(? as bigint array)) as u(id)
                        join release_item i on i.device_id = u.id join device d on d.id = u.id
                        where i.state = 'WAITING' order by d.label""", row -> row.text("label"), deviceIds),
                jdbc.listOf("""
                                select 1 one from unnest(cast(? as bigint array)) as u(id)
                                join device_state s on s.device_id = u.id where s.condition in ('CARRYING', 'PROVEN')""", row -> true, deviceIds).size(),
                jdbc.listOf(
                        """
                        select d.id, d.label, s.number from unnest(cast(? as bigint array)) as u(id)
                        join line_state s on s.device_id = u.id join device d on d.id = u.id
                        where s.by_hand and s.state = 'REGISTERED' order by d.label""", row -> new TypedIn(row.number("id"), row.text("label"), row.text("number")), deviceIds));
    }

    /** A number that a device registers and that is not on record for it. */
    private record TypedIn(long deviceId, String label, String number) {}

    /** What a release would do to one device. */
    private sealed interface One {
        record Fails(Obstacle obstacle) implements One {}

        /**
         * Its configuration can be made.
         *
         * @param jitter seconds over which devices like it spread when all come back at once
         */
        record Can(
                long deviceId,
                String label,
                boolean pending,
                boolean first,
                boolean restarts,
                boolean inCall,
                List<String> changes,
                List<String> leftOut,
                Optional<String> doubt,
                List<RegistrationLoad.Line> before,
                List<RegistrationLoad.Line> after,
                int jitter)
                implements One {}
    }

    private One one(Assembled device, Set<MacAddress> calling, FirmwareDoubts.Known firmware) {
        String label = device.device().label();
        if (device.text().isEmpty()) {
            String why = ReleaseItems.obstacle(device);
            return new One.Fails(new Obstacle(
                    device.device().id(),
                    label,
                    why.replaceFirst("^" + java.util.regex.Pattern.quote(label) + ": ", "")));
        }
        Optional<Snapshot> was = releases.latestSnapshot(device.device().id());
        boolean pending = device.facts().pending();
        List<Snapshot.Change> changed = pending
                ? was.map(before -> Snapshot.of(device.config().orElseThrow()).since(before))
                        .orElse(List.of())
                : List.of();
        return new One.Can(
                device.device().id(),
                label,
                pending,
                was.isEmpty(),
                changed.stream().anyMatch(Snapshot.Change::restart),
                device.device().mac().filter(calling::contains).isPresent(),
                Snapshot.sentences(changed),
                device.notes(),
                firmware.of(device).map(doubt -> device.device().model().fullName() + " " + doubt),
                was.map(ReleaseImpact::load).orElse(List.of()),
                device.lines().stream()
                        .map(line -> load(
                                line.settings().value(SettingsCatalogue.EXPIRY),
                                line.settings().value(SettingsCatalogue.REFRESH)))
                        .toList(),
                Math.max(1, Integer.parseInt(device.settings().value(SettingsCatalogue.SPREAD))));
    }

    /** The lines that a released file registers. */
    private static List<RegistrationLoad.Line> load(Snapshot released) {
        List<RegistrationLoad.Line> lines = new ArrayList<>();
        released.values().forEach((place, expiry) -> {
            if (place.endsWith("/" + SettingsCatalogue.EXPIRY)) {
                String refresh = place.replace(SettingsCatalogue.EXPIRY, SettingsCatalogue.REFRESH);
                lines.add(load(expiry, released.values().getOrDefault(refresh, "80")));
            }
        });
        return lines;
    }

    private static RegistrationLoad.Line load(String expiry, String refresh) {
        return new RegistrationLoad.Line(Integer.parseInt(expiry), Integer.parseInt(refresh));
    }

    /** Adds up what is found out device by device. */
    private static final class Sums {
        private int changing;
        private int unchanged;
        private int first;
        private int jitter = 30;
        private final List<String> restarting = new ArrayList<>();
        private final List<String> inCall = new ArrayList<>();
        private final Set<Long> taking = new HashSet<>();
        private final Map<String, List<String>> changes = new LinkedHashMap<>();
        private final Map<String, List<String>> leftOut = new TreeMap<>();
        private final Map<String, List<String>> unfit = new TreeMap<>();
        private final List<Obstacle> obstacles = new ArrayList<>();
        private final List<RegistrationLoad.Line> before = new ArrayList<>();
        private final List<RegistrationLoad.Line> after = new ArrayList<>();

        void add(One one) {
            if (one instanceof One.Fails fails) {
                obstacles.add(fails.obstacle());
            } else if (one instanceof One.Can can) {
                add(can);
            }
        }

        private void add(One.Can one) {
            before.addAll(one.before());
            after.addAll(one.after());
            jitter = one.jitter();
            first += one.first() ? 1 : 0;
            if (!one.pending()) {
                unchanged++;
                return;
            }
            changing++;
            taking.add(one.deviceId());
            one.leftOut().forEach(note -> on(leftOut, note, one.label()));
            one.doubt().ifPresent(doubt -> on(unfit, doubt, one.label()));
            one.changes().forEach(change -> on(changes, change, one.label()));
            if (one.inCall()) {
                inCall.add(one.label());
            }
            if (one.restarts()) {
                restarting.add(one.label());
            }
        }

        Forecast impact(List<String> waiting, int told, List<TypedIn> typed) {
            Map<String, List<String>> overwritten = new TreeMap<>();
            typed.stream()
                    .filter(line -> taking.contains(line.deviceId()))
                    .forEach(line -> on(
                            overwritten, line.number() + ", typed in by hand, is not in its new file", line.label()));
            return new Forecast(
                    changing,
                    unchanged,
                    first,
                    Devices.of(restarting),
                    Devices.of(inCall),
                    told,
                    told(changes),
                    obstacles.stream().limit(SHOWN_OBSTACLES).toList(),
                    RegistrationLoad.shown(RegistrationLoad.perSecond(before)),
                    RegistrationLoad.shown(RegistrationLoad.perSecond(after)),
                    RegistrationLoad.shown(RegistrationLoad.afterPowerCut(after.size(), jitter)),
                    told(leftOut),
                    Devices.of(waiting),
                    told(unfit),
                    told(overwritten));
        }

        private static void on(Map<String, List<String>> map, String what, String label) {
            map.computeIfAbsent(what, k -> new ArrayList<>()).add(label);
        }

        private static List<ChangeOn> told(Map<String, List<String>> map) {
            return map.entrySet().stream()
                    .sorted((a, b) -> b.getValue().size() - a.getValue().size())
                    .limit(100)
                    .map(e -> new ChangeOn(e.getKey(), Devices.of(e.getValue())))
                    .toList();
        }
    }
}
