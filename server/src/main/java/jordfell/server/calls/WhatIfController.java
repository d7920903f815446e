package jordfell.server.calls;

import java.time.Duration;
import jordfell.core.device.Device;
import jordfell.core.identity.MacAddress;
import jordfell.server.calls.LabDialler.Rung;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What if an extension dials a number? */
@RestController
@RequestMapping(path = "/api/calls", produces = "application/json")
class WhatIfController {

    private static final int LONGEST_DIALLED = 40;
    private static final int LONGEST_EXTENSION = 7;

    /** Once something is sent; a call that nobody answers is given up before. */
    private static final Duration LONGEST = Duration.ofSeconds(10);

    /** @param from the extension that dials */
    record DialTry(
            long domainId, @Nullable String from, @Nullable String dialled) {}

    /**
     * What came of it.
     *
     * @param asForetold whether it is what was said would come of it
     */
    record TriedView(boolean worked, String detail, boolean asForetold) {}

    private final WhatIfs whatIfs;
    private final DigitMaps digitMaps;
    private final DeviceStore devices;
    private final LabDialler lab;

    WhatIfController(WhatIfs whatIfs, DigitMaps digitMaps, DeviceStore devices, LabDialler lab) {
        this.whatIfs = whatIfs;
        this.digitMaps = digitMaps;
        this.devices = devices;
        this.lab = lab;
    }

    /**
     * Blanks and hyphens in what is dialled are left out, as people write numbers.
     *
     * @param from the extension that dials
     */
    @GetMapping("/what-if")
    WhatIfView whatIf(@RequestParam long domainId, @RequestParam String from, @RequestParam String dialled) {
        return asked(domainId, from, dialled);
    }

    /** Every digit map of the domain’s phones, held against its numbers. */
    @GetMapping("/digit-maps")
    DigitMaps.DigitMapsView digitMaps(@RequestParam long domainId) {
        return digitMaps.of(domainId);
    }

    /** Has the phone dial it in the Lab, and says whether it came as it was foretold. */
    @PostMapping("/what-if")
    TriedView tryIt(@RequestBody DialTry wish) {
        WhatIfView what = asked(wish.domainId(), text(wish.from()), text(wish.dialled()));
        String keys = text(wish.dialled()).replaceAll("[\\s-]", "");
        Rung rung = rung(what.deviceId(), keys, LONGEST.plusSeconds(what.waitsSeconds()));
        return new TriedView(rung.worked(), rung.detail(), rung.worked() == what.passes());
    }

    private Rung rung(long deviceId, String keys, Duration patience) {
        MacAddress mac = devices.find(deviceId)
                .flatMap(Device::mac)
                .orElseThrow(() -> RefusedException.field(
                        "/from", "No phone has this extension.", "Bind it to a phone of the Lab first."));
        return Rung.of(lab.dial(mac, keys), patience);
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text;
    }

    private WhatIfView asked(long domainId, String from, String dialled) {
        String extension = Fields.needed(from, "from", "extension", LONGEST_EXTENSION);
        String keys = Fields.text(dialled, "dialled", "number", LONGEST_DIALLED).replaceAll("[\\s-]", "");
        if (!keys.matches("[0-9*#A-D]*")) {
            throw RefusedException.field(
                    "/dialled", "“" + keys + "” can’t be dialled on a phone’s keys.", "Digits, * and #.");
        }
        return whatIfs.of(domainId, extension, keys);
    }
}
