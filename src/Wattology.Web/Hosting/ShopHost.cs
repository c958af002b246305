using System.Threading.RateLimiting;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.EntityFrameworkCore;
using Serilog;
using Serilog.Events;
using Serilog.Formatting.Compact;
using Wattology.Core.Inputs;
using Wattology.Data;
using Wattology.Data.Demo;
using Wattology.Data.Instruments;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;
using Wattology.Data.Limits;
using Wattology.Data.People;
using Wattology.Data.Photos;
using Wattology.Data.Shop;
using Wattology.Data.Traces;
using Wattology.Data.Warranty;
using Wattology.Data.Yard;
using Wattology.Web.Api;
using Wattology.Web.Forms;
using Wattology.Web.Gauge;
using Wattology.Web.Jobs;
using Wattology.Web.Pages.Jobs;
using Wattology.Web.People;
using Wattology.Web.Warranty;
using Wattology.Web.Photos;
using Wattology.Web.Traces;

namespace Wattology.Web.Hosting;

/// <summary>Builds the web application over one shop's folder.</summary>
public static class ShopHost
{
    private static readonly string[] OpenPages = ["/People/SignIn", "/People/SetUp", "/People/Code", "/Trouble"];
    private static readonly Func<HttpContext, double, Exception?, LogEventLevel> UsualLevel = new Serilog.AspNetCore.RequestLoggingOptions().GetLevel;
    private static readonly string[] Shipped = ["/lib", "/css", "/js"];

    /// <summary>Builds it; the caller runs it.</summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="at">Where it is served.</param>
    /// <param name="configure">A last word for tests.</param>
    public static WebApplication Build(ShopFolder folder, ServedAt at, Action<WebApplicationBuilder>? configure = null)
    {
        var builder = WebApplication.CreateBuilder(new WebApplicationOptions
        {
            ApplicationName = typeof(ShopHost).Assembly.GetName().Name, ContentRootPath = AppContext.BaseDirectory,
            WebRootPath = Path.Combine(AppContext.BaseDirectory, "wwwroot"), EnvironmentName = Environments.Production,
            Args = ["--hostBuilder:reloadConfigOnChange=false"],
        });
        builder.WebHost.ConfigureKestrel(k =>
        {
            k.AddServerHeader = false;
            k.Limits.MaxRequestBodySize = 8 * 1024 * 1024;
            k.Listen(at.Address, at.Port, listen => { if (at.Certificate is { } certificate) listen.UseHttps(certificate); });
        });
        // A name nobody gave this shop is refused: a page elsewhere must not reach it under a name of its own.
        builder.Configuration["AllowedHosts"] = string.Join(';', at.Hosts);
        builder.Environment.WebRootFileProvider = new ShippedFiles(builder.Environment.WebRootPath);
        builder.Services.AddSingleton(at);
        AddLog(builder.Services, folder);
        AddShop(builder.Services, folder);

        // What watches beside the work never ends it; what failed there stands in the log.
        builder.Services.Configure<HostOptions>(o => o.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
        builder.Services.AddSingleton<ClockWatch>();
        builder.Services.AddHostedService(s => s.GetRequiredService<ClockWatch>());
        builder.Services.AddSingleton<RowWatch>();
        builder.Services.AddHostedService(s => s.GetRequiredService<RowWatch>());
        AddWeb(builder.Services, at.Secure);
        configure?.Invoke(builder);

        var app = builder.Build();
        if (at.BehindProxy) app.UseForwardedHeaders(new ForwardedHeadersOptions { ForwardedHeaders = ForwardedHeaders.XForwardedFor
            | ForwardedHeaders.XForwardedProto });
        if (at.BehindProxy) app.Use(ThroughTheProxy);
        app.UseExceptionHandler("/trouble");
        app.UseStatusCodePagesWithReExecute("/trouble", "?code={0}");
        app.Use(ShopHealth.WatchAsync);
        app.Use(SecurityHeaders);
        app.UseResponseCompression();
        app.UseStaticFiles(new StaticFileOptions
        {
            OnPrepareResponse = c => c.Context.Response.Headers.CacheControl = c.Context.Request.Query.ContainsKey("v") ? "public,max-age=31536000,immutable"
                : "public,max-age=3600",
        });
        app.UseSerilogRequestLogging(o => o.GetLevel = LevelOf);
        app.UseRouting();
        app.UseRateLimiter();
        app.UseAuthentication();
        app.Use((context, next) =>
        {
            if (context.User.Identity?.IsAuthenticated == true) context.RequestServices.GetRequiredService<Acting>().Who = context.User.Author();
            return next(context);
        });
        app.Use(Sessions.LetLockedWaitAsync);
        app.UseAuthorization();
        app.MapRazorPages();
        app.MapCalculations();
        app.MapJobFiles();
        app.MapFollowUps();
        app.MapPhotos();
        app.MapTraces();
        app.MapUnderstand();
        app.MapLive();
        ClaimPacks.Map(app);
        app.MapHealthChecks("/healthz").AllowAnonymous();
        app.MapOpenApi("/openapi/{documentName}.json").AllowAnonymous();
        return app;
    }

    private static void AddLog(IServiceCollection services, ShopFolder folder)
    {
        services.AddSerilog(log => log.MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft", LogEventLevel.Warning)
            // The keys lie in the shop's own folder, beside the data they guard; there is nothing to warn of.
            .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", LogEventLevel.Error)
            // It says that a page with a form is not cached, which is what is wanted.
            .MinimumLevel.Override("Microsoft.AspNetCore.Antiforgery", LogEventLevel.Error)
            // Where a size cannot be limited at the door, it is counted while it is read.
            .MinimumLevel.Override("Microsoft.AspNetCore.Mvc.Filters.RequestSizeLimitFilter", LogEventLevel.Error)
            .MinimumLevel.Override("Microsoft.AspNetCore.Routing.EndpointRoutingMiddleware", LogEventLevel.Error)
            // What fails there is thrown: whoever catches it knows whether two did the same at once or the shop is in trouble.
            .MinimumLevel.Override("Microsoft.EntityFrameworkCore.Database.Command", LogEventLevel.Fatal)
            .MinimumLevel.Override("Microsoft.EntityFrameworkCore.Update", LogEventLevel.Fatal)
            .Enrich.FromLogContext()
            .WriteTo.File(new CompactJsonFormatter(), Path.Combine(folder.Logs, "wattology-.jsonl"), rollingInterval: RollingInterval.Day,
                retainedFileCountLimit: 31, shared: true)
            .WriteTo.Console(LogEventLevel.Warning));
    }

    private static void AddWeb(IServiceCollection services, bool secure)
    {
        var policy = secure ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        services.AddRazorPages(o =>
        {
            foreach (var page in OpenPages) o.Conventions.AllowAnonymousToPage(page);
        }).AddMvcOptions(o => o.Filters.Add<BlankArguments>());
        services.AddAuthorizationBuilder()
            .SetFallbackPolicy(new Microsoft.AspNetCore.Authorization.AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
        services.AddAntiforgery(o => { o.Cookie.Name = "wattology-form"; o.Cookie.SecurePolicy = policy; });
        services.Configure<Microsoft.AspNetCore.Mvc.CookieTempDataProviderOptions>(o =>
        {
            o.Cookie.Name = "wattology-note";
            o.Cookie.SecurePolicy = policy;
        });
        services.ConfigureApplicationCookie(o =>
        {
            o.Cookie.Name = "wattology";
            o.Cookie.SameSite = SameSiteMode.Strict;
            o.Cookie.SecurePolicy = policy;
            o.LoginPath = "/sign-in";
            o.AccessDeniedPath = "/sign-in";
            o.ExpireTimeSpan = TimeSpan.FromHours(14);
            o.Events.OnValidatePrincipal = Sessions.ProveAsync;
            o.Events.OnRedirectToLogin = context =>
            {
                if (context.Request.Headers.ContainsKey("HX-Request"))
                {
                    // A part of a page cannot become the sign-in page: the browser is sent there whole and comes back to the job.
                    var back = Uri.TryCreate(context.Request.Headers["HX-Current-URL"], UriKind.Absolute, out var at) ? at.PathAndQuery : "/";
                    context.Response.Headers["HX-Redirect"] = "/sign-in?ReturnUrl=" + Uri.EscapeDataString(back);
                    context.Response.StatusCode = StatusCodes.Status401Unauthorized;
                }
                else context.Response.Redirect(context.RedirectUri);
                return Task.CompletedTask;
            };
        });
        services.ConfigureHttpJsonOptions(o =>
        {
            o.SerializerOptions.PropertyNamingPolicy = JsonForm.Options.PropertyNamingPolicy;
            foreach (var converter in JsonForm.Options.Converters) o.SerializerOptions.Converters.Add(converter);
        });
        services.AddOpenApi(o => o.AddDocumentTransformer((d, _, _) =>
        {
            (d.Info.Title, d.Info.Version) = ("Wattology calculations", "1");
            return Task.CompletedTask;
        }));
        services.AddRateLimiter(o =>
        {
            o.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            o.AddConcurrencyLimiter("calc", c
                => { c.PermitLimit = Environment.ProcessorCount; c.QueueLimit = 200; c.QueueProcessingOrder = QueueProcessingOrder.OldestFirst; });
        });
        services.AddHealthChecks().AddDbContextCheck<ShopDb>("database").AddCheck<ShopHealth>("writing");
        services.AddResponseCompression();
    }

    /// <summary>The services the web and the command line share.</summary>
    public static void AddShop(IServiceCollection services, ShopFolder folder)
    {
        services.AddSingleton(folder);
        services.AddSingleton(TimeProvider.System);
        services.AddSingleton<OwnerCode>();
        services.AddSingleton<ShopName>();
        services.AddSingleton<ShopKeyFile>();
        services.AddScoped<Acting>();
        services.AddScoped<ShopChain>();
        services.AddScoped<ShopBackup>();
        services.AddSingleton<ShopHealth>();
        services.AddDbContext<ShopDb>(o => ShopDb.Configure(o, folder.DatabaseFile));
        services.AddSingleton<RecordCache>();
        services.AddSingleton<GaugeLink>();
        services.AddHostedService(s => s.GetRequiredService<GaugeLink>());
        services.AddSingleton<SteadyClock>();
        services.AddSingleton<ShopTimes>();
        services.AddScoped<FormState>();
        services.AddSingleton<SecurityLog>();
        services.AddSingleton<SignInGuard>();
        services.AddScoped<Accounts>();
        services.AddScoped<ComputeKeys>();
        services.AddScoped<SecondNames>();
        services.AddScoped<InstrumentStore>();
        services.AddScoped<HowKnown>();
        services.AddScoped<SheetServices>();
        services.AddScoped<JobStore>();
        services.AddScoped<EarlierJobs>();
        services.AddScoped<KnownEngines>();
        services.AddScoped<YardRows>();
        services.AddScoped<ClaimRows>();
        services.AddScoped<JudgedReadings>();
        services.AddSingleton<PhotoFiles>();
        services.AddSingleton<PhotoCopies>();
        services.AddSingleton<TraceFiles>();
        services.AddScoped<PhotoStore>();
        services.AddScoped<SnagStore>();
        services.AddScoped<PolicyStore>();
        services.AddScoped<OverTime>();
        services.AddScoped<JobFinder>();
        services.AddSingleton<PackFiles>();
        services.AddScoped<ClaimPacks>();
        services.AddSingleton<DeskLine>();
        services.AddSingleton<LentDesk>();
        services.AddHttpClient(DeskLine.Client, c => c.Timeout = TimeSpan.FromSeconds(8)).ConfigurePrimaryHttpMessageHandler(() => new SocketsHttpHandler
            { AllowAutoRedirect = false, UseProxy = false });
        services.AddScoped<TraceStore>();
        services.AddScoped<Verifier>();
        services.AddScoped<RowKeeper>();
        services.AddScoped<DemoShop>();
        services.AddScoped<ScaledShop>();
        services.AddDataProtection().SetApplicationName("wattology").PersistKeysToFileSystem(Directory.CreateDirectory(folder.Keys));
        services.AddIdentity<Person, NoRole>(o =>
        {
            o.Password.RequiredLength = 10;
            (o.Password.RequireDigit, o.Password.RequireLowercase, o.Password.RequireUppercase, o.Password.RequireNonAlphanumeric) = (false, false,
                false, false);
        }).AddUserStore<Microsoft.AspNetCore.Identity.EntityFrameworkCore.UserOnlyStore<Person, ShopDb>>().AddDefaultTokenProviders()
            .AddClaimsPrincipalFactory<PersonClaims>()
            .AddPasswordValidator<Passwords>();
    }

    /// <summary>How an answer stands in the log: as an error what the server could not do, and not what was broken off because its asker left.</summary>
    public static LogEventLevel LevelOf(HttpContext context, double milliseconds, Exception? exception)
        => exception is OperationCanceledException && context.RequestAborted.IsCancellationRequested ? LogEventLevel.Information
            : UsualLevel(context, milliseconds, exception);

    // Past the proxy nobody would be told that the line is open to read.
    private static Task ThroughTheProxy(HttpContext context, RequestDelegate next)
    {
        if (context.Request.IsHttps || context.Request.Path == "/healthz") return next(context);
        context.Response.StatusCode = StatusCodes.Status400BadRequest;
        return context.Response.WriteAsync("This shop is reached through its proxy, over HTTPS.");
    }

    private static Task SecurityHeaders(HttpContext context, RequestDelegate next)
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; "
            + "manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "same-origin";
        if (!Shipped.Any(p => context.Request.Path.StartsWithSegments(p))) (headers.CacheControl, headers.Pragma) = ("no-cache, no-store", "no-cache");
        return next(context);
    }
}

/// <summary>Stands where Identity wants a role type; rights follow from <see cref="Person.Role"/>.</summary>
public sealed class NoRole;
