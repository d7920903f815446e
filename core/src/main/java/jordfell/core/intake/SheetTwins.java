package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.DEVICE;
import static jordfell.core.intake.IntakeColumn.SERIAL;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;

/** What stands once on record and once in a sheet: MACs, claim codes, serials. The first row that keeps one has it. */
final class SheetTwins {

    private final IntakeRecords records;
    private final Map<MacAddress, Integer> macs = new HashMap<>();
    private final Map<ClaimCode, Integer> claims = new HashMap<>();
    private final Map<String, Integer> serials = new HashMap<>();

    SheetTwins(IntakeRecords records) {
        this.records = records;
    }

    /** Whether the device stood in a row before, which is refused then. */
    boolean stoodBefore(DeviceCell.Reading device, int index, RowProblems found) {
        Integer before = device.mac()
                .map(macs::get)
                .orElseGet(() -> device.claim().map(claims::get).orElse(null));
        device.mac().ifPresent(m -> found.claims(() -> macs.putIfAbsent(m, index)));
        device.claim().ifPresent(c -> found.claims(() -> claims.putIfAbsent(c, index)));
        if (before == null) {
            return false;
        }
        found.refuse(
                DEVICE,
                "The same " + (device.mac().isPresent() ? "MAC" : "claim code") + " stands in row " + (before + 1)
                        + ".",
                "Remove one of the two rows.");
        return true;
    }

    /** @param own the device that the row is about, if it is enrolled */
    void checkSerial(String serial, int index, Optional<Long> own, RowProblems found) {
        if (serial.isEmpty()) {
            return;
        }
        String key = serial.toUpperCase(Locale.ROOT);
        Integer before = serials.get(key);
        found.claims(() -> serials.putIfAbsent(key, index));
        if (before != null) {
            found.refuse(
                    SERIAL,
                    "The same serial stands in row " + (before + 1) + ".",
                    "Read it again; every device has its own.");
        }
        records.bySerial(serial)
                .filter(other -> own.filter(id -> id == other.id()).isEmpty())
                .ifPresent(other -> found.refuseAbout(
                        other.id(),
                        SERIAL,
                        other.label() + " at " + other.site() + " has this serial.",
                        "Read it again, or open that device."));
    }
}
