package orchard.app.live;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;
import org.springframework.web.socket.server.standard.ServletServerContainerFactoryBean;

/** Where the socket is found. Origin and ticket are checked before it, as for every request. */
@Configuration
@EnableWebSocket
class SocketRoutes implements WebSocketConfigurer {

    private static final int LONGEST_MESSAGE = 16_384;

    private final LiveSocket socket;

    SocketRoutes(LiveSocket socket) {
        this.socket = socket;
    }

    @Override
    public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
        registry.addHandler(socket, "/live");
    }

    @Bean
    static ServletServerContainerFactoryBean socketLimits() {
        ServletServerContainerFactoryBean limits = new ServletServerContainerFactoryBean();
        limits.setMaxTextMessageBufferSize(LONGEST_MESSAGE);
        return limits;
    }
}
