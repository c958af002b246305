using System.CommandLine;

namespace Wattology.Web.Cli;

/// <summary>The command line.</summary>
public static class Commands
{
    /// <summary>All commands.</summary>
    public static RootCommand Root()
    {
        var root = new RootCommand("Wattology: find out why a turbo failed, and prove that the next one will not.");
        foreach (var command in (Command[])[.. ServeCommands.All(), CalcCommand.Make(), ProofCommands.Verify(), ProofCommands.Rebuild(),
            JobFileCommands.Export(),
            JobFileCommands.Import(), .. BackupCommands.All(), UserCommands.Make(), StandInCommands.GaugeBox(), StandInCommands.Desk()]) root.Add(command);
        return root;
    }
}
