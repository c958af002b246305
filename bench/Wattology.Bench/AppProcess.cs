using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace Wattology.Bench;

/// <summary>The application as a process of its own, for the bench and for tests.</summary>
internal static class AppProcess
{
    // Below the ports a system hands out to whoever connects: what is started again on its port finds it free.
    private const int From = 20_000, Until = 32_000, Tries = 200;
    private static readonly HashSet<int> Given = [];

    /// <summary>A port nobody listens on, given once.</summary>
    /// <exception cref="InvalidOperationException">None was found.</exception>
    public static int FreePort()
    {
        for (var i = 0; i < Tries; i++)
        {
            var port = Random.Shared.Next(From, Until);
            lock (Given) if (!Given.Add(port)) continue;
            try
            {
                using var probe = new TcpListener(IPAddress.Loopback, port);
                probe.Start();
                return port;
            }
            catch (SocketException) { }
        }
        throw new InvalidOperationException("No free port was found.");
    }

    /// <summary>Starts it; whoever starts it reads what it prints.</summary>
    /// <param name="program">The application, Wattology.Web.dll.</param>
    /// <param name="args">Its command line.</param>
    public static Process Start(string program, params IEnumerable<string> args)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true, RedirectStandardInput = true };
        foreach (var arg in args.Prepend(program)) start.ArgumentList.Add(arg);
        return Process.Start(start)!;
    }
}
