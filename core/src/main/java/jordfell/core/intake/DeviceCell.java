package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.DEVICE;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.intake.IntakeVerdict.Offer;

/** Reads the cell that says which device it is: a MAC, a claim code, or a wish for one. */
final class DeviceCell {

    /** What is written to have a claim code made. */
    static final String CLAIM = "claim";

    /**
     * What the cell says.
     *
     * @param local whether the MAC was made up locally
     */
    record Reading(Optional<MacAddress> mac, boolean local, Optional<ClaimCode> claim, boolean readable) {}

    private static final Reading UNREADABLE = new Reading(Optional.empty(), false, Optional.empty(), false);
    private static final Reading LATER = new Reading(Optional.empty(), false, Optional.empty(), true);

    private DeviceCell() {}

    static Reading read(String text, RowProblems found) {
        if (text.isEmpty()) {
            found.ask(
                    DEVICE,
                    "There is no MAC.",
                    "Scan it, or have a claim code made if the box is not here yet.",
                    "device:none",
                    List.of(new Offer(CLAIM, "make claim codes")));
            return UNREADABLE;
        }
        String plain = text.toLowerCase(Locale.ROOT);
        if (plain.equals(CLAIM)) {
            found.notes.add("a claim code is made");
            return LATER;
        }
        String bare = plain.startsWith(CLAIM) ? text.substring(CLAIM.length()).strip() : text;
        Optional<ClaimCode> claim = ClaimCode.read(bare);
        if (claim.isPresent()) {
            found.shown.put(DEVICE, CLAIM + " " + claim.get());
            return new Reading(Optional.empty(), false, claim, true);
        }
        Optional<SpreadsheetMac.Suspicion> number = SpreadsheetMac.suspect(text);
        if (number.isPresent()) {
            number.get()
                    .mac()
                    .ifPresentOrElse(
                            mac -> found.ask(
                                    DEVICE,
                                    number.get().reason(),
                                    number.get().hint(),
                                    "",
                                    List.of(new Offer(mac, "take " + mac))),
                            () -> found.refuse(
                                    DEVICE, number.get().reason(), number.get().hint()));
            return UNREADABLE;
        }
        MacReading reading = MacReader.read(text);
        if (reading instanceof MacReading.Valid valid) {
            found.shown.put(DEVICE, valid.mac().toString());
            return new Reading(Optional.of(valid.mac()), valid.local(), Optional.empty(), true);
        }
        if (plain.startsWith(CLAIM) || bare.matches("[0-9]{4}[- ]?[0-9]{4}")) {
            found.refuse(DEVICE, ClaimCode.refuse(bare).orElse("This is no claim code."), "Read it again.");
        } else if (reading instanceof MacReading.Refused refused) {
            lookAlike(text)
                    .ifPresentOrElse(
                            meant -> found.ask(
                                    DEVICE,
                                    refused.reason(),
                                    refused.hint(),
                                    "",
                                    List.of(new Offer(meant, "take " + meant))),
                            () -> found.refuse(DEVICE, refused.reason(), refused.hint()));
        }
        return UNREADABLE;
    }

    /** The address with letters that look like digits read as those, if that makes one. */
    private static Optional<String> lookAlike(String text) {
        String meant = text.toUpperCase(Locale.ROOT)
                .replace('O', '0')
                .replace('I', '1')
                .replace('L', '1')
                .replace('S', '5')
                .replace('Z', '2')
                .replace('G', '6');
        return MacReader.read(meant) instanceof MacReading.Valid valid
                ? Optional.of(valid.mac().toString())
                : Optional.empty();
    }
}
