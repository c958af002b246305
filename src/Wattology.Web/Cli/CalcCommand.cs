using System.CommandLine;
using System.Text.Json;
using Wattology.Core.Calculations;
using Wattology.Core.Inputs;
using static Wattology.Web.Cli.ShopConsole;

namespace Wattology.Web.Cli;

/// <summary>The calculations at the console.</summary>
internal static class CalcCommand
{
    /// <summary>Computing: JSON in, JSON out.</summary>
    public static Command Make()
    {
        var name = new Argument<string>("name") { Description = $"One of: {string.Join(", ", Catalogue.All.Select(c => c.Name))}." };
        var calc = new Command("calc", "Compute: JSON from standard input, JSON to standard output.") { name };
        calc.SetAction(r => Calc(r.GetValue(name)!));
        return calc;
    }

    private static int Calc(string name)
    {
        try
        {
            if (Catalogue.Find(name) is not { } calculation)
            {
                var faults = new Faults();
                faults.Add("", $"There is no calculation '{name}'; known are {string.Join(", ", Catalogue.All.Select(c => c.Name))}.");
                throw new InputRefusedException(faults);
            }
            using var input = new StreamReader(Console.OpenStandardInput(), System.Text.Encoding.UTF8);
            Console.Out.WriteLine(Catalogue.Run(calculation, input.ReadToEnd()));
            return 0;
        }
        catch (InputRefusedException refused)
        {
            Console.Error.WriteLine(JsonSerializer.Serialize(new { errors = refused.Faults.ByPath }, JsonForm.Options));
            return Refused;
        }
    }
}
