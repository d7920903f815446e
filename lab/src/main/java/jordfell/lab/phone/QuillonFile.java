package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;

/** Reads the JSON dialect of the Quillon softphone. */
public final class QuillonFile {

    private QuillonFile() {}

    /** Reads a whole file. */
    public static PhoneConfig read(String text) throws UnreadableFile {
        JsonFile file = JsonFile.read(text);
        // A file from before there were phonebooks is good without any.
        boolean hasBooks = file.has("people");
        file.exactly(
                hasBooks
                        ? new String[] {"profile", "accounts", "options", "people", "refresh"}
                        : new String[] {"profile", "accounts", "options", "refresh"});
        file.in("options").exactly("language", "waiting", "digits");
        JsonFile refresh = file.in("refresh").exactly("every", "pause", "log", "name", "word");
        List<PhoneConfig.Station> stations = new ArrayList<>();
        for (JsonFile account : file.in("accounts").each()) {
            account.exactly(
                    "slot",
                    "user",
                    "shown",
                    "login",
                    "pass",
                    "host",
                    "carrier",
                    "seconds",
                    "pulse",
                    "source",
                    "voicemail");
            PhoneConfig.Station station = new PhoneConfig.Station(
                    account.whole("slot", 1, 4),
                    account.text("user"),
                    account.text("login"),
                    account.text("pass"),
                    account.text("host"),
                    account.whole("seconds", 1, 86_400),
                    account.whole("source", 1, 65_535),
                    PhoneConfig.Manner.bySrv(account.text("carrier"), account.whole("pulse", 0, 600)));
            stations.add(station.hearing(account.text("voicemail")));
        }
        return PhoneConfig.of(
                        file.text("profile"),
                        stations,
                        refresh.whole("every", 1, 86_400),
                        refresh.whole("pause", 1, 3_600),
                        List.of(),
                        file.flat())
                .keeping(new PhoneConfig.Upkeep(refresh.text("name"), refresh.text("word"), ""))
                .pressing(file.in("options").text("digits"), PhoneConfig.Tones.USUAL_PAYLOAD)
                .reading(hasBooks ? books(file.in("people")) : PhoneConfig.Books.NONE);
    }

    private static PhoneConfig.Books books(JsonFile people) throws UnreadableFile {
        people.exactly("list", "every", "callers");
        return new PhoneConfig.Books(
                List.of(people.text("list")),
                people.whole("every", 300, 604_800),
                people.text("callers").equals("yes"));
    }
}
