package jordfell.lab.world;

import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.ntp.Sntp;
import jordfell.lab.time.Timeline;

/** The time server of a world. */
final class TimeService {

    static final String HOST = "192.0.2.123";

    TimeService(Timeline timeline, Network network) {
        Endpoint self = new Endpoint(HOST, Sntp.PORT);
        network.attach(
                self,
                (from, bytes) -> Sntp.reply(bytes, timeline.now()).ifPresent(reply -> network.send(self, from, reply)));
    }
}
