package jordfell.server.provision;

import jordfell.server.config.Gate;
import org.apache.catalina.Container;
import org.apache.catalina.Context;
import org.apache.catalina.Wrapper;
import org.apache.catalina.core.StandardContext;
import org.apache.catalina.startup.Tomcat;
import org.apache.tomcat.util.descriptor.web.FilterDef;
import org.apache.tomcat.util.descriptor.web.FilterMap;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * Puts what phones ask for beside what people do: a context of its own on the same port. The gates stand before both; sessions,
 * roles and all else that is asked of people is asked of no phone.
 */
@Component
class PhoneWiring implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    private static final String EVERYTHING = "/*";

    private final ObjectProvider<Gate> gates;
    private final ObjectProvider<Provisioning> provisioning;
    private final ObjectProvider<FetchLimits> limits;
    private final ObjectProvider<Forwarding> forwarding;

    PhoneWiring(
            ObjectProvider<Gate> gates,
            ObjectProvider<Provisioning> provisioning,
            ObjectProvider<FetchLimits> limits,
            ObjectProvider<Forwarding> forwarding) {
        this.gates = gates;
        this.provisioning = provisioning;
        this.limits = limits;
        this.forwarding = forwarding;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addContextCustomizers(ofPeople -> beside(ofPeople.getParent()));
    }

    private void beside(Container host) {
        Context context = new StandardContext();
        context.setName(PhoneServlet.PATH);
        context.setPath(PhoneServlet.PATH);
        context.setParentClassLoader(PhoneWiring.class.getClassLoader());
        context.addLifecycleListener(new Tomcat.FixContextListener());
        gates.orderedStream().forEach(gate -> put(gate, context));
        Wrapper wrapper = context.createWrapper();
        wrapper.setName("phones");
        wrapper.setServlet(new PhoneServlet(provisioning::getObject, limits::getObject, forwarding::getObject));
        context.addChild(wrapper);
        context.addServletMapping(EVERYTHING, wrapper.getName());
        host.addChild(context);
    }

    private static void put(Gate gate, Context context) {
        FilterDef filter = new FilterDef();
        filter.setFilterName(gate.getClass().getSimpleName());
        filter.setFilter(gate);
        context.addFilterDef(filter);
        FilterMap map = new FilterMap();
        map.setFilterName(filter.getFilterName());
        map.addURLPattern(EVERYTHING);
        context.addFilterMap(map);
    }
}
