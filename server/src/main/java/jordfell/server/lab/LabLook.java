package jordfell.server.lab;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.lab.phone.BraskFile;
import jordfell.lab.phone.FoundEntry;
import jordfell.lab.phone.Lamp;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.ShownBook;
import jordfell.lab.phone.ShownCaller;
import jordfell.lab.world.SipCounters;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.SiteStore;
import org.springframework.stereotype.Component;

/** How the simulated phones stand, as the screen shows them. */
@Component
class LabLook {

    /** @param saved what it saved when it was last set up by hand; empty for those whose dialect is known */
    record PhoneView(
            String mac,
            String model,
            String site,
            String address,
            boolean powered,
            boolean cable,
            int lines,
            boolean typedByHand,
            String screen,
            long deviceId,
            String label,
            String rail,
            boolean inCall,
            boolean staffed,
            List<Lamp> lamps,
            List<ShownBook> books,
            CallerView caller,
            String saved) {}

    /**
     * Who called last, as the phone shows it.
     *
     * @param number empty if nobody called
     * @param name in its phonebooks; empty if it is in none
     * @param title what stands above the phonebook
     */
    record CallerView(String number, String name, String title, int slot) {

        static final CallerView NOBODY = new CallerView("", "", "", 0);

        static CallerView of(ShownCaller caller) {
            return new CallerView(
                    caller.number(),
                    caller.found().map(f -> f.entry().shown()).orElse(""),
                    caller.found().map(FoundEntry::title).orElse(""),
                    caller.found().map(FoundEntry::slot).orElse(0));
        }
    }

    record Counters(long received, long keepAlives, long broken, long tooLarge, long tooMany, long strangers) {}

    record LabView(int sipPort, int tlsPort, Counters sip, List<PhoneView> phones) {}

    private record Snapshot(
            PhoneState state,
            int lines,
            String screen,
            boolean inCall,
            boolean staffed,
            List<Lamp> lamps,
            List<ShownBook> books,
            Optional<ShownCaller> caller) {}

    private final LabService lab;
    private final DeviceStore devices;
    private final SiteStore sites;
    private final RailLookup rails;

    LabLook(LabService lab, DeviceStore devices, SiteStore sites, RailLookup rails) {
        this.lab = lab;
        this.devices = devices;
        this.sites = sites;
        this.rails = rails;
    }

    LabView look() {
        SipCounters c = lab.world().counters();
        List<PhoneView> phones = lab
                .inWorld(world -> world.phones().stream()
                        .map(p -> new Snapshot(
                                p.state(),
                                p.lineCount(),
                                p.screen(),
                                p.handset().inCall(),
                                p.handset().isStaffed(),
                                p.lamps(),
                                p.handset().books(),
                                p.handset().caller()))
                        .toList())
                .stream()
                .map(this::view)
                .sorted(Comparator.comparing(PhoneView::site).thenComparing(PhoneView::label))
                .toList();
        return new LabView(
                lab.sipPort(),
                lab.tlsPort(),
                new Counters(
                        c.received.get(),
                        c.keepAlives.get(),
                        c.broken.get(),
                        c.tooLarge.get(),
                        c.tooMany.get(),
                        c.strangers.get()),
                phones);
    }

    private PhoneView view(Snapshot phone) {
        PhoneState state = phone.state();
        Optional<Device> device = devices.byMac(state.mac());
        return new PhoneView(
                state.mac().toString(),
                state.model(),
                sites.byToken(state.site()).map(Site::name).orElse("nowhere"),
                state.address(),
                state.powered(),
                state.cable(),
                phone.lines(),
                !state.typed().isEmpty(),
                phone.screen(),
                device.map(Device::id).orElse(0L),
                device.map(Device::label).orElse("not enrolled"),
                device.map(d -> rails.rail(d.id())).orElse(""),
                phone.inCall(),
                phone.staffed(),
                phone.lamps(),
                phone.books(),
                phone.caller().map(CallerView::of).orElse(CallerView.NOBODY),
                state.model().equals(Unboxing.UNSUPPORTED.fullName()) ? BraskFile.SAVED : "");
    }
}
