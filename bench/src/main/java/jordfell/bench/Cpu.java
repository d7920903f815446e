package jordfell.bench;

import com.sun.management.OperatingSystemMXBean;
import java.lang.management.ManagementFactory;

/** The processor time that this process took. */
final class Cpu {

    private Cpu() {}

    /** Since it began, in µs, of all its threads. */
    static double micros() {
        return ((OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean()).getProcessCpuTime() / 1e3;
    }
}
