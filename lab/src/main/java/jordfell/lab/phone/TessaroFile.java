package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;

/** Reads the JSON dialect of Tessaro's adapters: one account for each socket. */
public final class TessaroFile {

    private TessaroFile() {}

    /** Reads a whole file. */
    public static PhoneConfig read(String text) throws UnreadableFile {
        JsonFile file = JsonFile.read(text).exactly("unit", "sockets", "hours", "calls", "care");
        JsonFile unit = file.in("unit").exactly("caption", "tongue", "vlan");
        file.in("hours").exactly("zone", "source", "face");
        file.in("calls").exactly("second", "tones");
        JsonFile care = file.in("care").exactly("look", "again", "talk");
        List<PhoneConfig.Station> stations = new ArrayList<>();
        for (JsonFile socket : file.in("sockets").each()) {
            socket.exactly("socket", "line", "caption", "proof", "registrar", "mailbox");
            JsonFile proof = socket.in("proof").exactly("as", "secret");
            JsonFile registrar = socket.in("registrar").exactly("name", "over", "stay", "tickle", "port");
            stations.add(new PhoneConfig.Station(
                    socket.whole("socket", 1, 8),
                    socket.text("line"),
                    proof.text("as"),
                    proof.text("secret"),
                    registrar.text("name"),
                    registrar.whole("stay", 1, 86_400),
                    registrar.whole("port", 1, 65_535)));
        }
        return new PhoneConfig(
                unit.text("caption"), stations, care.whole("look", 1, 86_400), care.whole("again", 1, 3_600));
    }
}
