package greenladder.operating;

import org.hibernate.boot.registry.StandardServiceRegistryBuilder;
import org.hibernate.bytecode.internal.none.BytecodeProviderImpl;
import org.hibernate.bytecode.spi.BytecodeProvider;
import org.hibernate.service.spi.ServiceContributor;

/**
 * Rows are plain and know no other rows, so nothing is loaded lazily. The classes that would stand
 * in for them until then, written anew at each start, are spared: a tenth of the time until there
 * is a database to work with.
 */
public final class NoProxies implements ServiceContributor {
    @Override
    public void contribute(StandardServiceRegistryBuilder services) {
        services.addService(BytecodeProvider.class, new BytecodeProviderImpl());
    }
}
