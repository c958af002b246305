using System.Runtime.InteropServices;

namespace Wattology.Web.Hosting;

/// <summary>Files this program makes are readable by whoever started it, and by nobody else.</summary>
internal static class OwnerAlone
{
    private const uint NotForOthers = 0x3F; // 077: neither for the group nor for others

    /// <summary>From here on, where the system knows owners.</summary>
    public static void Begin()
    {
        if (!OperatingSystem.IsWindows()) _ = Umask(NotForOthers);
    }

    [DllImport("libc", EntryPoint = "umask"), DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern uint Umask(uint mask);
}
